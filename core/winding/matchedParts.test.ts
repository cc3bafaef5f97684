import fc from 'fast-check';
import { InputError } from '../common/inputError';
import { type ColourAlong, coloursAlong } from '../yarn/coloursAlong';
import { matchedParts } from './matchedParts';

const [GREEN, GREY, RUST] = ['#5f7a4c', '#8b8f90', '#9c4a24'];
const STRETCHES = [
  { hex: GREEN, lengthM: 2 },
  { hex: GREY, lengthM: 1 },
  { hex: RUST, lengthM: 3 },
];

/** A strand that begins so far before green. */
const strand = (lengthM: number, untilGreenM: number): ColourAlong[] =>
  coloursAlong(lengthM, [{ kind: 'colour change', atM: untilGreenM, innerHex: RUST, outerHex: GREEN }], {
    stretches: STRETCHES,
    lengthM: { mean: 6, sd: 0 },
    spreadM: 0.1,
    measured: 3,
  });
const worked = 'centre';

test('two socks of 20 m by hand: the second begins as far before green as the first, four repeats on', () => {
  // Rust until 1.2 m, then green, again every 6 m: the first place from 20 m on is 24 m, where green begins at 25.2 m.
  expect(matchedParts(strand(60, 1.2), { count: 2, eachM: 20, begin: null, worked })).toEqual([
    {
      is: 1,
      lengthM: expect.closeTo(24, 9) as number,
      cutAt: { hex: GREEN, beforeM: expect.closeTo(1.2, 9) as number },
    },
    { is: 2, lengthM: expect.closeTo(20, 9) as number },
    { is: 'over', lengthM: expect.closeTo(16, 9) as number },
  ]);
});

test('from a colour on: what comes before it is a part of its own, and each is cut where the colour begins', () => {
  const parts = matchedParts(strand(60, 1.2), { count: 2, eachM: 20, begin: 1, worked });
  expect(parts.map(({ is }) => is)).toEqual(['before', 1, 2, 'over']);
  // Grey begins at 3.2 m, and again at 27.2 m.
  expect(parts[0]).toEqual({
    is: 'before',
    lengthM: expect.closeTo(3.2, 9) as number,
    cutAt: { hex: GREY, beforeM: 0 },
  });
  expect(parts[1]!.lengthM).toBeCloseTo(24, 9);
});

test('worked from the outside they are alike where their winding ended: the last needs no cut', () => {
  const parts = matchedParts(strand(60, 1.2), { count: 2, eachM: 20, begin: null, worked: 'outside' });
  expect(parts.map(({ is }) => is)).toEqual(['over', 1, 2]);
  expect(parts.map(({ lengthM }) => Number(lengthM.toFixed(6)))).toEqual([16, 20, 24]);
  // At 36 m the first ends: grey begins 1.2 m further on, as where the strand would go on past its end.
  expect(parts[1]!.cutAt?.hex).toBe(GREEN);
  expect(parts[0]!.cutAt).toBeUndefined();
});

test('an end that is too short for a cake stays with the one before', () => {
  const parts = matchedParts(strand(44.5, 1.2), { count: 2, eachM: 20, begin: null, worked });
  expect(parts).toHaveLength(2);
  expect(parts[1]!.lengthM).toBeCloseTo(20.5, 9);
});

test.each([
  [{ count: 2, eachM: 31, begin: null, worked }, 'split.amount', /only one such place/],
  [{ count: 4, eachM: 20, begin: null, worked }, 'split.amount', /only 2 such places/],
  [{ count: 2, eachM: 80, begin: null, worked }, 'split.amount', /no such stretch/],
] as const)('%j is refused at %s', (asked, path, message) => {
  expect(() => matchedParts(strand(60, 1.2), asked)).toThrow(
    expect.objectContaining({ path, message: expect.stringMatching(message) as string }) as Error,
  );
});

test('where no change is known, it says what to note first', () => {
  expect(() => matchedParts([], { count: 2, eachM: 5, begin: null, worked })).toThrow(InputError);
  const unknown = [{ hex: GREEN, fromM: 0, toM: 60, place: null, sure: true }];
  expect(() => matchedParts(unknown, { count: 2, eachM: 5, begin: null, worked })).toThrow(
    expect.objectContaining({ path: 'split.begin' }) as Error,
  );
});

test('whatever is asked: nothing is lost, each has enough, and all begin at the same place of the repeat', () => {
  fc.assert(
    fc.property(
      fc.record({
        lengthM: fc.double({ min: 20, max: 400, noNaN: true }),
        untilGreenM: fc.double({ min: 0.05, max: 2.95, noNaN: true }),
        eachM: fc.double({ min: 1, max: 60, noNaN: true }),
        count: fc.integer({ min: 2, max: 5 }),
        begin: fc.option(fc.integer({ min: 0, max: 2 }), { nil: null }),
        worked: fc.constantFrom('centre' as const, 'outside' as const),
      }),
      ({ lengthM, untilGreenM, ...asked }) => {
        const colours = strand(lengthM, untilGreenM);
        let parts;
        try {
          parts = matchedParts(colours, asked);
        } catch (error) {
          expect(error).toBeInstanceOf(InputError);
          return;
        }
        expect(parts.reduce((sum, part) => sum + part.lengthM, 0)).toBeCloseTo(lengthM, 6);
        const placed: { is: unknown; fromM: number; toM: number }[] = [];
        for (const { is, lengthM } of parts) {
          const fromM = placed.at(-1)?.toM ?? 0;
          placed.push({ is, fromM, toM: fromM + lengthM });
        }
        const matched = placed.filter(({ is }) => typeof is === 'number');
        expect(matched.map(({ is }) => is)).toEqual(Array.from({ length: asked.count }, (_, i) => i + 1));
        const begins = matched.map(({ fromM, toM }) => (asked.worked === 'centre' ? fromM : toM));
        for (const { fromM, toM } of matched) expect(toM - fromM).toBeGreaterThanOrEqual(asked.eachM - 1e-6);
        for (const beginM of begins) {
          const repeats = (beginM - begins[0]!) / 6;
          expect(repeats).toBeCloseTo(Math.round(repeats), 5);
        }
      },
    ),
  );
});
