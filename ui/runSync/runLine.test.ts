import fc from 'fast-check';
import type { SyncedRun } from '../../core/common/runSync';
import { afterEvent, type NewRunEvent, type RunState } from '../../core/winding/run';
import { answerRun } from '../../server/logbook/runKinds';
import { runPage } from '../../server/winding/runEvents';
import { giveUpRun } from '../../server/winding/runLog';
import { startRun } from '../../server/winding/runStart';
import { TRIES } from '../../tests/support/chance';
import { emptyDatabase, idOf, NOW, shelved, startValues } from '../../tests/support/serverTesting';
import { FakeStorage } from '../../tests/support/fakeStorage';
import { RunLine, type RunView, viewAtFirst } from './runLine';

/** How the next messages fare between the screen and the server; well, once these are used up. */
type Fate = 'arrives' | 'lost' | 'answer lost' | 'late' | 'not kept' | 'broken';

/** One run at the real server, and the tabs of one browser that follow it over a line that loses things. */
function oneRun() {
  const db = emptyDatabase();
  const runId = idOf(startRun(db, shelved(db).pieceIds[0]!, startValues(), 'metric', NOW));
  const page = (): SyncedRun<RunState> => runPage(db, runId)!;
  const fates: Fate[] = [];
  const answered = (body: string) => {
    const { status, body: answer } = answerRun(db, String(runId), body, new Date());
    return new Response(JSON.stringify(answer), { status });
  };
  const local = new FakeStorage();
  const browser = {
    localStorage: local,
    document: Object.assign(new EventTarget(), { visibilityState: 'visible' }),
    fetch: async (_: string, { body }: { body: string }) => {
      const fate = fates.shift() ?? 'arrives';
      if (fate === 'lost') throw new TypeError('no answer');
      if (fate === 'not kept') return Response.json({ error: { message: 'the disk is full' } }, { status: 507 });
      if (fate === 'broken') return new Response('<h1>Oh</h1>', { status: 500 });
      const answer = answered(body);
      if (fate === 'answer lost') throw new TypeError('no answer');
      if (fate === 'late') await new Promise((resolve) => setTimeout(resolve, 700));
      return answer;
    },
  };
  Object.assign(globalThis, browser);
  /** Whether the last word of a tab that goes away reaches the server. */
  const beacon = (arrives: boolean) =>
    Object.defineProperty(globalThis, 'navigator', {
      configurable: true,
      value: {
        sendBeacon: (_: string, blob: Blob) => {
          if (arrives) void blob.text().then(answered);
          return arrives;
        },
      },
    });
  beacon(true);
  const end = () => idOf(giveUpRun(db, runId, NOW));
  return { page, fates, local, beacon, end };
}

/** A tab of the browser: its own memory, one screen after the other. */
class Tab {
  private readonly own = { window: new EventTarget(), sessionStorage: new FakeStorage() };
  line!: RunLine<RunState, NewRunEvent>;
  view!: RunView<RunState>;

  constructor(private readonly page: () => SyncedRun<RunState>) {
    this.open();
  }

  open(): void {
    Object.assign(globalThis, this.own);
    const page = this.page();
    this.view = viewAtFirst(page);
    this.line = new RunLine<RunState, NewRunEvent>(page, afterEvent, (view) => (this.view = view));
  }

  close(): void {
    Object.assign(globalThis, this.own);
    this.line.close();
  }

  reload(): void {
    Object.assign(globalThis, this.own);
    this.own.window.dispatchEvent(new Event('pagehide'));
    const remembered = [...this.own.sessionStorage.entries()];
    this.line.close();
    for (const [key, value] of remembered) this.own.sessionStorage.setItem(key, value);
    this.open();
  }

  turn = (amount: number) => this.line.record({ part: 0, kind: 'turns', amount });
}

const passes = (ms: number) => jest.advanceTimersByTimeAsync(ms);
const turnsOf = ({ state }: { state: RunState }) => state.turns[0]!;

beforeEach(() => jest.useFakeTimers({ now: NOW, doNotFake: ['nextTick', 'queueMicrotask', 'setImmediate'] }));
afterEach(() => jest.useRealTimers());

const step = fc.record({
  what: fc.constantFrom('turn', 'turn', 'turn', 'pass', 'reload', 'take over', 'close', 'killed'),
  tab: fc.nat(1),
  ms: fc.constantFrom(0, 90, 600, 1700, 5000),
  fate: fc.constantFrom<Fate>('arrives', 'arrives', 'lost', 'answer lost', 'late', 'not kept'),
});

test('whatever the line loses and whichever tab goes away, each turn counts once and every screen agrees', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(step, { minLength: 8, maxLength: 30 }), async (steps) => {
      const { page, fates, beacon } = oneRun();
      const tabs = [new Tab(page), new Tab(page)];
      let made = 0;
      for (const { what, tab: which, ms, fate } of steps) {
        const tab = tabs[which]!;
        fates.push(fate);
        if (what === 'turn') {
          const seen = turnsOf(tab.view);
          tab.turn(++made % 3 === 0 ? 10 : 1);
          expect(turnsOf(tab.view)).toBeGreaterThan(seen);
        }
        if (what === 'take over') tab.line.takeOver();
        if (what === 'reload') tab.reload();
        if (what === 'close' || what === 'killed') {
          beacon(what === 'close');
          tab.close();
          beacon(true);
          tab.open();
        }
        await passes(ms);
      }
      fates.length = 0;
      // A taking over that was lost is asked for again: it comes first.
      await passes(15_000);
      tabs[0]!.line.takeOver();
      await passes(5_000);
      expect(turnsOf(page())).toBe(made + 9 * Math.floor(made / 3));
      for (const { view } of tabs) {
        expect(view.state).toEqual(page().state);
        expect(view).toMatchObject({ unsent: 0, trouble: null, leftAside: false });
      }
      expect(tabs.map(({ view }) => view.holding)).toEqual(['mine', 'another']);
      for (const tab of tabs) tab.close();
    }),
    { numRuns: 12 * TRIES },
  );
});

test('more than one message holds is sent in several, in order, and is waited for', async () => {
  const { page, fates } = oneRun();
  const tab = new Tab(page);
  await passes(0);
  fates.push('lost');
  for (let turn = 0; turn < 1203; turn++) tab.turn(1);
  expect(tab.view).toMatchObject({ unsent: 1203 });
  const settled = tab.line.settled();
  await passes(2000);
  expect(await settled).toBe(true);
  expect(tab.view).toMatchObject({ unsent: 0, trouble: null });
  expect(turnsOf(page())).toBe(1203);
  tab.close();
});

test('while the server keeps nothing, it is said why, the count goes on, and settling gives up', async () => {
  const { page, fates } = oneRun();
  const tab = new Tab(page);
  await passes(0);
  fates.push(...Array.from({ length: 60 }, () => 'not kept' as const));
  tab.turn(10);
  const settled = tab.line.settled();
  await passes(5100);
  expect(await settled).toBe(false);
  expect(tab.view).toMatchObject({ unsent: 1, trouble: 'The app cannot keep it (the disk is full)' });
  expect(turnsOf(tab.view)).toBe(10);
  await passes(20_000);
  expect(tab.view).toMatchObject({ unsent: 0, trouble: null });
  expect(turnsOf(page())).toBe(10);
  tab.close();
});

test('what an earlier screen left is counted at once, and is unsent until the server has it', async () => {
  const { page, fates, beacon } = oneRun();
  const tab = new Tab(page);
  await passes(0);
  fates.push(...Array.from({ length: 3 }, () => 'lost' as const));
  for (const amount of [10, 1]) tab.turn(amount);
  beacon(false);
  tab.close();
  fates.splice(0, 3, 'broken', 'broken');
  tab.open();
  expect(tab.view).toMatchObject({ unsent: 2 });
  expect(turnsOf(tab.view)).toBe(11);
  tab.turn(1);
  await passes(500);
  expect(tab.view).toMatchObject({ unsent: 3, trouble: 'The app cannot keep it (error 500)', holding: 'asking' });
  await passes(5000);
  // The tab that was closed without a word is heard of no more only after a while.
  expect(tab.view).toMatchObject({ unsent: 0, trouble: null, holding: 'another' });
  await passes(10_000);
  expect(tab.view).toMatchObject({ holding: 'mine' });
  expect(turnsOf(page())).toBe(12);
  tab.close();
});

test('a run that another device cancels has ended here too', async () => {
  const { page, end } = oneRun();
  const tab = new Tab(page);
  tab.turn(5);
  await passes(100);
  expect(tab.view.ended).toBeNull();
  end();
  await passes(5000);
  expect(tab.view.ended).toEqual({ operationId: null });
  tab.close();
});

test.each([
  ['of another version of the app', [{ writer: 'earlier', seq: 1, atMs: 0, part: 0, kind: 'hop' }]],
  [
    'of a cake that the plan does not have',
    [{ writer: 'earlier', seq: 1, atMs: 0, part: 7, kind: 'turns', amount: 3 }],
  ],
])('what an earlier screen left, %s, is in the way of no count', async (_, events) => {
  const { page, local } = oneRun();
  const { id } = page();
  local.setItem(`run ${id} earlier`, JSON.stringify(events));
  local.setItem(`run ${id} torn`, '[{"kind":');
  const tab = new Tab(page);
  tab.turn(1);
  await passes(3000);
  expect(tab.view).toMatchObject({ unsent: 0, trouble: null, leftAside: true });
  expect(turnsOf(tab.view)).toBe(1);
  expect(turnsOf(page())).toBe(1);
  expect(local.getItem(`run ${id} earlier`)).not.toBeNull();
  tab.close();
});
