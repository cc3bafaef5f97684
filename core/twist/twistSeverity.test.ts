import fc from 'fast-check';
import { percentOfOwn } from './twist';
import { changeAt, type TwistChange } from './twistChange';
import {
  buildOf,
  gradeOf,
  mostChanged,
  STARTING_LIMITS,
  strandAngleDeg,
  stretchesOf,
  YARN_BUILDS,
} from './twistSeverity';

const wraps = fc.array(
  fc.record({
    sense: fc.constantFrom(1, -1, 0.9, -0.9),
    start: fc.double({ min: 1e-4, max: 4e-4, noNaN: true }),
    perM: fc.double({ min: 0, max: 8e-6, noNaN: true }),
  }),
  { minLength: 1, maxLength: 3 },
);
const change = fc.record({ lengthM: fc.double({ min: 20, max: 500, noNaN: true }), wraps });
const own = fc.record({
  direction: fc.constantFrom('S' as const, 'Z' as const),
  turnsPerM: fc.double({ min: 40, max: 500, noNaN: true }),
});

test('stretches follow one another from end to end, and each is graded as its middle is', () => {
  fc.assert(
    fc.property(change, own, fc.constantFrom(...YARN_BUILDS), (change, own, build) => {
      const limits = STARTING_LIMITS[build];
      const stretches = stretchesOf(change, own, limits);
      expect(stretches[0]!.fromM).toBe(0);
      expect(stretches.at(-1)!.toM).toBe(change.lengthM);
      stretches.slice(1).forEach((each, i) => expect(each.fromM).toBe(stretches[i]!.toM));
      for (const { fromM, toM, grade, gains } of stretches) {
        const percent = percentOfOwn(changeAt(change, (fromM + toM) / 2), own);
        expect(grade).toBe(gradeOf(percent, limits));
        expect(gains).toBe(percent > 0);
      }
    }),
  );
});

test('the border between two is where the limit is met', () => {
  const fading: TwistChange = { lengthM: 300, wraps: [{ sense: -1, start: 0.012 ** 2, perM: 5e-6 }] };
  const [first, second] = stretchesOf(
    fading,
    { direction: 'S', turnsPerM: 180 },
    { seenPercent: 5, troublePercent: 50 },
  );
  expect([first!.grade, second!.grade]).toEqual(['seen', 'hardly']);
  expect(percentOfOwn(changeAt(fading, first!.toM), { direction: 'S', turnsPerM: 180 })).toBeCloseTo(5, 6);
});

test('a yarn of which the twist is not known has no grade; its stretches part at S and Z', () => {
  const turning: TwistChange = {
    lengthM: 100,
    wraps: [
      { sense: 1, start: 1e-4, perM: 4e-6 },
      { sense: -1, start: 2e-4, perM: 0 },
    ],
  };
  const stretches = stretchesOf(turning, null, STARTING_LIMITS.single);
  expect(stretches.map(({ grade, gains, letter }) => [grade, gains, letter])).toEqual([
    [null, null, 'Z'],
    [null, null, 'S'],
  ]);
  expect(stretches[0]!.toM).toBeCloseTo(25, 6);
});

test('the most is never less than any place', () => {
  fc.assert(
    fc.property(change, fc.nat(256), (change, i) => {
      // To the last bits, where several wraps nearly cancel.
      const there = Math.abs(changeAt(change, (change.lengthM * i) / 256));
      expect(Math.abs(mostChanged(change))).toBeGreaterThan(there - 1e-9);
    }),
  );
});

test('a single shows most, many plies least', () => {
  const graded = YARN_BUILDS.map((build) => gradeOf(9, STARTING_LIMITS[build]));
  expect(graded).toEqual(['trouble', 'seen', 'hardly']);
  expect([1, 2, 3, 8, null].map(buildOf)).toEqual(['single', 'two-ply', 'more plies', 'more plies', 'two-ply']);
});

test('strands lean more the more twist there is, and the other way for S', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 1, max: 900, noNaN: true }),
      fc.double({ min: 0.2, max: 8, noNaN: true }),
      (turns, mm) => {
        expect(strandAngleDeg(turns * 1.1, mm)).toBeGreaterThan(strandAngleDeg(turns, mm));
        expect(strandAngleDeg(-turns, mm)).toBeCloseTo(-strandAngleDeg(turns, mm), 12);
        expect(strandAngleDeg(turns, mm)).toBeLessThan(90);
      },
    ),
  );
});
