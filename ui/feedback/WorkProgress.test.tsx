import { textOf } from '../../tests/support/uiTesting';
import { aboutLeft, WorkProgress, type WorkUnderWay } from './WorkProgress';

const shown = (underWay: WorkUnderWay) => textOf(<WorkProgress underWay={underWay} label="Restoring" />);

test('how long it will still take follows from how long it took so far', () => {
  expect(aboutLeft(0.25, 4000)).toBe('about 12 s left');
  expect(aboutLeft(0.1, 60_000)).toBe('about 9 min left');
  expect(aboutLeft(0.999, 4000)).toBe('about 1 s left');
  // Too early to say.
  expect(aboutLeft(0.02, 4000)).toBe('');
  expect(aboutLeft(1, 4000)).toBe('almost done');
});

test('what is done in a moment is not told of; what ends by the clock says when at the latest', () => {
  expect(shown({ share: 0.5, sinceMs: Date.now() })).toBe('');
  expect(shown({ share: 0.5, sinceMs: Date.now() - 8000 })).toBe('about 8 s left');
  expect(shown({ mostMs: 10_000, sinceMs: Date.now() - 4000 })).toBe('at most 6 s more');
  expect(shown({ mostMs: 10_000, sinceMs: Date.now() - 9900 })).toBe('almost done');
});
