import { LETTERS, meaning } from './useBenchKeys';

test('every thing that can happen has one letter, in either case', () => {
  expect(new Set(Object.values(LETTERS)).size).toBe(Object.keys(LETTERS).length);
  for (const [letter, key] of Object.entries(LETTERS)) {
    expect(meaning(letter, {})).toBe(key);
    expect(meaning(letter.toUpperCase(), {})).toBe(key);
  }
});

test.each([' ', 'Enter', 'PageDown', 'ArrowRight'])('%j counts, as a pedal sends it that nobody has set up', (key) =>
  expect(meaning(key, {})).toBe('count'),
);

test('a miscount is taken back, and other keys are left to the browser', () => {
  expect(meaning('Backspace', {})).toBe('miscount');
  expect(meaning('-', {})).toBe('miscount');
  for (const key of ['Tab', 'Escape', 'x', 'F5']) expect(meaning(key, {})).toBeUndefined();
});

test('a pedal that the user has set goes before what the key means otherwise', () => {
  expect(meaning('s', { knot: 's' })).toBe('knot');
  expect(meaning('PageDown', { stop: 'PageDown' })).toBe('stop');
});
