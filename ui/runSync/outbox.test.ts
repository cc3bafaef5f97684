import type { RunEvent } from '../../core/winding/run';
import { FakeStorage } from '../../tests/support/fakeStorage';
import { boxesLeftBehind, clearSentBox, keepOutbox, notArrived } from './outbox';

const turns = (writer: string, ...seqs: number[]): RunEvent[] =>
  seqs.map((seq) => ({ writer, seq, atMs: 0, part: 0, kind: 'turns', amount: 1 }));

test('what one screen leaves behind, the next finds, run by run', () => {
  const storage = new FakeStorage();
  keepOutbox(7, { writer: 'one', events: turns('one', 1, 2) }, storage);
  keepOutbox(70, { writer: 'one', events: turns('one', 1) }, storage);
  expect(boxesLeftBehind(7, 'two', storage)).toEqual([{ writer: 'one', events: turns('one', 1, 2) }]);
  expect(boxesLeftBehind(7, 'one', storage)).toEqual([]);
});

test('a box from before an update is read as what it holds, and goes once it is sent', () => {
  const storage = new FakeStorage();
  const early = turns('one', 1, 2).map(({ writer, seq, ...event }) => ({ key: `${writer}:${seq}`, ...event }));
  storage.setItem('run 7 one', JSON.stringify(early));
  const [box] = boxesLeftBehind<RunEvent>(7, 'two', storage);
  expect(box!.events).toEqual(turns('one', 1, 2));
  expect(notArrived(box!.events, 1)).toEqual(turns('one', 2));
  clearSentBox(7, box!, storage);
  expect(storage.length).toBe(0);
});

test('a torn box does not keep the others from being sent', () => {
  const storage = new FakeStorage();
  storage.setItem('run 7 torn', '[{"kind":');
  keepOutbox(7, { writer: 'one', events: turns('one', 1) }, storage);
  expect(boxesLeftBehind(7, 'two', storage)).toEqual([{ writer: 'one', events: turns('one', 1) }]);
});

test('an emptied box is gone', () => {
  const storage = new FakeStorage();
  keepOutbox(7, { writer: 'one', events: turns('one', 1) }, storage);
  keepOutbox(7, { writer: 'one', events: [] }, storage);
  expect(storage.length).toBe(0);
});

test('a box that was sent on is cleared, unless its own screen has gone on counting', () => {
  const storage = new FakeStorage();
  keepOutbox(7, { writer: 'one', events: turns('one', 1) }, storage);
  const [box] = boxesLeftBehind(7, 'two', storage);
  keepOutbox(7, { writer: 'one', events: turns('one', 1, 2) }, storage);
  clearSentBox(7, box!, storage);
  expect(boxesLeftBehind(7, 'two', storage)).toEqual([{ writer: 'one', events: turns('one', 1, 2) }]);
  clearSentBox(7, { writer: 'one', events: turns('one', 1, 2) }, storage);
  expect(storage.length).toBe(0);
});

test('only what has not arrived is left to send', () => {
  expect(notArrived(turns('one', 1, 2, 3), 2)).toEqual(turns('one', 3));
  expect(notArrived(turns('one', 1, 2), undefined)).toHaveLength(2);
  expect(notArrived(turns('one', 1, 2), 9)).toEqual([]);
});

test('a full or forbidden storage loses nothing that is in memory, and breaks nothing', () => {
  const broken = new FakeStorage();
  broken.setItem = () => {
    throw new Error('full');
  };
  broken.key = () => {
    throw new Error('forbidden');
  };
  expect(() => keepOutbox(7, { writer: 'one', events: turns('one', 1) }, broken)).not.toThrow();
  Object.defineProperty(broken, 'length', { value: 1 });
  expect(boxesLeftBehind(7, 'two', broken)).toEqual([]);
});
