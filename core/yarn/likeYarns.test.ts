import { type Likeness, likeness } from './likeYarns';

const yarn = (more: Partial<Likeness> = {}): Likeness => ({
  maker: '',
  line: '',
  weightClass: null,
  needleMm: null,
  wpi: null,
  plies: null,
  fibres: [],
  ...more,
});

test('the same line of the same maker is nearly the same yarn, however it is written', () => {
  const known = yarn({ maker: 'Skua Mill', line: 'Undyed lace' });
  expect(likeness(known, yarn({ maker: 'SKUA MILL', line: 'undyed lace', weightClass: 5 }))).toBe(0.95);
  expect(likeness(known, yarn({ maker: 'Skua Mill', line: 'Ferry aran' }))).toBe(0);
  expect(likeness(known, yarn({ maker: 'Limpet Hill Farm', line: 'Undyed lace' }))).toBe(0);
  // What nobody wrote down is not the same.
  expect(likeness(yarn(), yarn())).toBe(0);
});

test.each([
  ['class', { weightClass: 3 }, { weightClass: 3 }, 0.55 * 0.8],
  ['another class', { weightClass: 3 }, { weightClass: 4 }, 0],
  ['needle', { needleMm: 4 }, { needleMm: 4 }, 0.55 * 0.7],
  ['a needle a third off', { needleMm: 4 }, { needleMm: 5.6 }, 0],
  ['wraps', { wpi: 12 }, { wpi: 12 }, 0.55],
  ['wraps a little off', { wpi: 12 }, { wpi: 12 * Math.exp(0.1) }, 0.55 * 0.7],
  ['plies', { plies: 2 }, { plies: 2 }, 0.1],
  ['other plies', { plies: 2 }, { plies: 3 }, 0],
] as [string, Partial<Likeness>, Partial<Likeness>, number][])('as far as it goes by %s', (_, a, b, expected) => {
  expect(likeness(yarn(a), yarn(b))).toBeCloseTo(expected, 9);
  expect(likeness(yarn(b), yarn(a))).toBeCloseTo(expected, 9);
});

test('the best of what tells its thickness counts, not their sum', () => {
  const both = { weightClass: 3, wpi: 12, needleMm: 4 } as const;
  expect(likeness(yarn(both), yarn(both))).toBeCloseTo(0.55, 9);
});

test('fibres count by what both have in common', () => {
  const wool = yarn({ fibres: [{ name: 'wool', percent: 100 }] });
  const mixed = yarn({
    fibres: [
      { name: 'wool', percent: 60 },
      { name: 'silk', percent: 40 },
    ],
  });
  expect(likeness(wool, mixed)).toBeCloseTo(0.35 * 0.6, 9);
  expect(likeness(mixed, mixed)).toBeCloseTo(0.35, 9);
  expect(likeness(wool, yarn({ fibres: [{ name: 'linen', percent: 100 }] }))).toBe(0);
});
