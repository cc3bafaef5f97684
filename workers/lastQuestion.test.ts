import { answerWith, type FromWorker } from './answering';
import { LastQuestion } from './lastQuestion';

/** A worker that loads, works and fails when it is told to. */
class FakeWorker {
  onmessage: ((event: MessageEvent<FromWorker<string>>) => void) | null = null;
  onerror: (() => void) | null = null;
  ended = false;
  readonly questions: string[] = [];
  postMessage(question: string) {
    this.questions.push(question);
  }
  terminate() {
    this.ended = true;
  }
  says(data: FromWorker<string>) {
    this.onmessage?.({ data } as MessageEvent<FromWorker<string>>);
  }
}

function asker(whenBusy: 'break off' | 'finish first') {
  const workers: FakeWorker[] = [];
  const heard: string[] = [];
  const questions = new LastQuestion<string, string>(() => {
    workers.push(new FakeWorker());
    return workers.at(-1) as unknown as Worker;
  }, whenBusy);
  return {
    workers,
    heard,
    questions,
    ask: (question: string) =>
      questions.ask(question, {
        report: (report) => heard.push(`${question}: ${report}`),
        failed: () => heard.push(`${question} failed`),
      }),
  };
}

test.each(['break off', 'finish first'] as const)(
  'a worker that loads is not begun anew: it gets the last question once it is there (%s)',
  (whenBusy) => {
    const { workers, heard, ask } = asker(whenBusy);
    for (const typed of ['1', '12', '12 g']) ask(typed);
    expect(workers).toHaveLength(1);
    expect(workers[0]!.questions).toEqual([]);
    workers[0]!.says('ready');
    expect(workers[0]!.questions).toEqual(['12 g']);
    workers[0]!.says({ report: '29 minis' });
    workers[0]!.says('done');
    expect(heard).toEqual(['12 g: 29 minis']);
    ask('13 g');
    expect(workers).toHaveLength(1);
    expect(workers[0]!.questions).toEqual(['12 g', '13 g']);
  },
);

test('long work on an older question is broken off, and nothing more is heard of it', () => {
  const { workers, heard, ask } = asker('break off');
  ask('a');
  workers[0]!.says('ready');
  ask('b');
  expect(workers[0]!.ended).toBe(true);
  workers[0]!.says({ report: 'late' });
  workers[0]!.says('ready');
  workers[1]!.says('ready');
  expect(workers[1]!.questions).toEqual(['b']);
  workers[1]!.says({ report: 'found' });
  expect(heard).toEqual(['b: found']);
});

test('short work is finished first, unheard, and the last question follows it', () => {
  const { workers, heard, ask } = asker('finish first');
  ask('a');
  workers[0]!.says('ready');
  ask('b');
  ask('c');
  workers[0]!.says({ report: 'of a' });
  workers[0]!.says('done');
  expect(workers[0]!.questions).toEqual(['a', 'c']);
  workers[0]!.says({ report: 'of c' });
  workers[0]!.says('done');
  expect([heard, workers.length]).toEqual([['c: of c'], 1]);
});

test('a page that is left while the worker loads ends it once it is there; one that works is ended at once', () => {
  const { workers, questions, ask } = asker('finish first');
  ask('a');
  questions.stop();
  expect(workers[0]!.ended).toBe(false);
  workers[0]!.says('ready');
  expect([workers[0]!.ended, workers[0]!.questions]).toEqual([true, []]);
  ask('b');
  workers[1]!.says('ready');
  questions.stop();
  expect(workers[1]!.ended).toBe(true);
  ask('c');
  workers[2]!.says('ready');
  expect(workers[2]!.questions).toEqual(['c']);
});

test('work that fails is said to who asked, and the same worker answers the next; one that breaks is replaced', () => {
  const { workers, heard, ask } = asker('break off');
  ask('a');
  workers[0]!.says('ready');
  workers[0]!.says('failed');
  ask('b');
  expect(workers[0]!.questions).toEqual(['a', 'b']);
  workers[0]!.onerror!();
  expect(heard).toEqual(['a failed', 'b failed']);
  ask('c');
  expect(workers).toHaveLength(2);
});

test('a worker says that it is there, what it found, and how it ended', async () => {
  const heard: unknown[] = [];
  const scope = { postMessage: (message: unknown) => heard.push(message), onmessage: null as unknown };
  Object.assign(globalThis, { self: scope });
  answerWith<number, number>((question, report) => {
    if (question < 0) throw new Error('no');
    report(question * 2);
  });
  const ask = scope.onmessage as (event: { data: number }) => Promise<void>;
  await ask({ data: 4 });
  await expect(ask({ data: -1 })).rejects.toThrow('no');
  expect(heard).toEqual(['ready', { report: 8 }, 'done', 'failed']);
});
