import fc from 'fast-check';
import { changesAlong, type TwistChange } from './twistChange';
import { twistSurvey } from './twistSurvey';

/** Wraps as packages have them: a hole of 8 to 30 mm, growing inwards or outwards along the strand. */
const change: fc.Arbitrary<TwistChange> = fc
  .record({
    lengthM: fc.double({ min: 0.5, max: 300, noNaN: true }),
    wraps: fc.array(
      fc.record({
        sense: fc.double({ min: -1, max: 1, noNaN: true }),
        holeMm: fc.double({ min: 8, max: 30, noNaN: true }),
        outsideMm: fc.double({ min: 35, max: 70, noNaN: true }),
        inwards: fc.boolean(),
      }),
      { minLength: 1, maxLength: 5 },
    ),
  })
  .map(({ lengthM, wraps }) => ({
    lengthM,
    wraps: wraps.map(({ sense, holeMm, outsideMm, inwards }) => {
      const [inM2, outM2] = [(holeMm / 1000) ** 2, (outsideMm / 1000) ** 2];
      return inwards
        ? { sense, start: outM2, perM: (inM2 - outM2) / lengthM }
        : { sense, start: inM2, perM: (outM2 - inM2) / lengthM };
    }),
  }));

const LIMITS = { seenPercent: 3, troublePercent: 8 };
const OWN = { direction: 'S' as const, turnsPerM: 150 };

test('every place is looked at, and what is found is what is there', () => {
  fc.assert(
    fc.property(change, (change) => {
      const { places, lowestPerM, highestPerM, metres } = twistSurvey(change, OWN, LIMITS);
      const all = changesAlong(change, places);
      const size = Math.max(1, ...all.map(Math.abs));
      expect(Math.abs(lowestPerM - Math.min(...all))).toBeLessThan(1e-8 * size);
      expect(Math.abs(highestPerM - Math.max(...all))).toBeLessThan(1e-8 * size);
      const count = (test: (percent: number) => boolean) =>
        all.reduce((sum, perM) => sum + Number(test((100 * Math.abs(perM)) / OWN.turnsPerM)), 0);
      const each = change.lengthM / places;
      // One place more or less, where the change lies on the limit to the last bit.
      expect(Math.abs(metres!.trouble / each - count((percent) => percent >= 8))).toBeLessThanOrEqual(1.5);
      expect(Math.abs(metres!.seen / each - count((percent) => percent >= 3 && percent < 8))).toBeLessThanOrEqual(2.5);
      expect(metres!.hardly + metres!.seen + metres!.trouble).toBeCloseTo(change.lengthM, 6);
    }),
    { numRuns: 60 },
  );
});

test('a yarn of which the twist is not known has no metres of any grade', () => {
  expect(twistSurvey({ lengthM: 3, wraps: [] }, null, LIMITS).metres).toBeNull();
  expect(twistSurvey({ lengthM: 3, wraps: [] }, { direction: 'S', turnsPerM: 0 }, LIMITS).metres).toBeNull();
});

test('10 km have a million places and one', () => {
  const long = { lengthM: 10_000, wraps: [{ sense: 1, start: 1e-4, perM: 1e-7 }] };
  const { places, metres } = twistSurvey(long, OWN, LIMITS);
  expect(places).toBe(1_000_001);
  expect(metres!.hardly + metres!.seen + metres!.trouble).toBeCloseTo(10_000, 6);
});
