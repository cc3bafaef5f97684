import { meaning } from './useBenchKeys';

const LETTERS = { s: 'stop', k: 'knot', f: 'full screen' } as const;

test('a letter means the same in either case', () => {
  expect(meaning('f', {}, LETTERS)).toBe('full screen');
  expect(meaning('F', {}, LETTERS)).toBe('full screen');
});

test.each([' ', 'Enter', 'PageDown', 'ArrowRight'])('%j counts, as a pedal sends it that nobody has set up', (key) =>
  expect(meaning(key, {}, LETTERS)).toBe('count'),
);

test('a miscount is taken back, and other keys are left to the browser', () => {
  expect(meaning('Backspace', {}, LETTERS)).toBe('miscount');
  expect(meaning('-', {}, LETTERS)).toBe('miscount');
  for (const key of ['Tab', 'Escape', 'x', 'F5']) expect(meaning(key, {}, LETTERS)).toBeUndefined();
});

test('a pedal that the user has set goes before what the key means otherwise', () => {
  expect(meaning('s', { knot: 's' }, LETTERS)).toBe('knot');
  expect(meaning('PageDown', { stop: 'PageDown' }, LETTERS)).toBe('stop');
});
