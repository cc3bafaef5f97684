import type { RunEvent } from '../../core/winding/run';
import { FakeStorage } from '../../tests/support/fakeStorage';
import { boxesLeftBehind, clearSentBox, keepOutbox, notArrived } from './outbox';

const browserKeeping = () => {
  const storage = new FakeStorage();
  Object.assign(globalThis, { localStorage: storage });
  return storage;
};
const turns = (writer: string, ...seqs: number[]): RunEvent[] =>
  seqs.map((seq) => ({ writer, seq, atMs: 0, part: 0, kind: 'turns', amount: 1 }));

test('what one screen leaves behind, the next finds, run by run', () => {
  browserKeeping();
  keepOutbox(7, { writer: 'one', events: turns('one', 1, 2) });
  keepOutbox(70, { writer: 'one', events: turns('one', 1) });
  expect(boxesLeftBehind(7, 'two')).toEqual([{ writer: 'one', events: turns('one', 1, 2) }]);
  expect(boxesLeftBehind(7, 'one')).toEqual([]);
});

test('a box from before an update is read as what it holds, and goes once it is sent', () => {
  const storage = browserKeeping();
  const early = turns('one', 1, 2).map(({ writer, seq, ...event }) => ({ key: `${writer}:${seq}`, ...event }));
  storage.setItem('run 7 one', JSON.stringify(early));
  const [box] = boxesLeftBehind<RunEvent>(7, 'two');
  expect(box!.events).toEqual(turns('one', 1, 2));
  expect(notArrived(box!.events, 1)).toEqual(turns('one', 2));
  clearSentBox(7, box!);
  expect(storage.length).toBe(0);
});

test('a torn box does not keep the others from being sent', () => {
  const storage = browserKeeping();
  storage.setItem('run 7 torn', '[{"kind":');
  keepOutbox(7, { writer: 'one', events: turns('one', 1) });
  expect(boxesLeftBehind(7, 'two')).toEqual([{ writer: 'one', events: turns('one', 1) }]);
});

test('an emptied box is gone', () => {
  const storage = browserKeeping();
  keepOutbox(7, { writer: 'one', events: turns('one', 1) });
  keepOutbox(7, { writer: 'one', events: [] });
  expect(storage.length).toBe(0);
});

test('a box that was sent on is cleared, unless its own screen has gone on counting', () => {
  const storage = browserKeeping();
  keepOutbox(7, { writer: 'one', events: turns('one', 1) });
  const [box] = boxesLeftBehind(7, 'two');
  keepOutbox(7, { writer: 'one', events: turns('one', 1, 2) });
  clearSentBox(7, box!);
  expect(boxesLeftBehind(7, 'two')).toEqual([{ writer: 'one', events: turns('one', 1, 2) }]);
  clearSentBox(7, { writer: 'one', events: turns('one', 1, 2) });
  expect(storage.length).toBe(0);
});

test('only what has not arrived is left to send', () => {
  expect(notArrived(turns('one', 1, 2, 3), 2)).toEqual(turns('one', 3));
  expect(notArrived(turns('one', 1, 2), undefined)).toHaveLength(2);
  expect(notArrived(turns('one', 1, 2), 9)).toEqual([]);
});

test('what a full storage does not take, the next screen of the same page finds', () => {
  const full = browserKeeping();
  full.setItem = () => {
    throw new Error('full');
  };
  expect(keepOutbox(7, { writer: 'one', events: turns('one', 1) })).toBe(false);
  expect(boxesLeftBehind(7, 'two')).toEqual([{ writer: 'one', events: turns('one', 1) }]);
  clearSentBox(7, { writer: 'one', events: turns('one', 1) });
  expect(boxesLeftBehind(7, 'two')).toEqual([]);
});
