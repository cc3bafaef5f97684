import fc from 'fast-check';
import { singleStrength, twistToHold } from './singleStrength';
import { angleOf, type ComparedStrand, seenInCloth, unevennessOf } from './strandCompare';

const strand = (given: Partial<ComparedStrand> = {}): ComparedStrand => ({
  twist: { direction: 'Z', turnsPerM: 300 },
  diameterMm: 1,
  gristMPerG: 4,
  unevenness: 0.04,
  ...given,
});

test('two that are alike, or of which nothing is known, show nothing', () => {
  expect(seenInCloth(strand(), strand())).toEqual([]);
  const unknown = { twist: null, diameterMm: null, gristMPerG: null, unevenness: null };
  expect(seenInCloth(strand(), unknown)).toEqual([]);
  expect(seenInCloth(unknown, unknown)).toEqual([]);
});

test.each([
  [{ twist: { direction: 'S' as const, turnsPerM: 300 } }, [{ what: 'leans the other way' }]],
  [{ twist: { direction: 'Z' as const, turnsPerM: 360 } }, [{ what: 'firmer', which: 'other', percent: 12 }]],
  [{ twist: { direction: 'Z' as const, turnsPerM: 320 } }, []],
  // 1.25 times as thick by mass.
  [{ gristMPerG: 2.56 }, [{ what: 'thicker', which: 'other', percent: 25 }]],
  [{ gristMPerG: 3.6 }, []],
  [{ unevenness: 0.12 }, [{ what: 'less even', which: 'other', percent: 200 }]],
  // As even as a hand spins, both of them.
  [{ unevenness: 0.01 }, []],
])('%j is seen beside the first as %j', (given, seen) => {
  expect(seenInCloth(strand(), strand(given))).toEqual(seen);
});

test('thickness goes by grist where both are known by it, and by wraps otherwise', () => {
  const [one, other] = [strand({ gristMPerG: null }), strand({ diameterMm: 1.3 })];
  expect(seenInCloth(one, other)).toContainEqual({ what: 'thicker', which: 'other', percent: 30 });
  expect(seenInCloth(strand(), other)).not.toContainEqual(expect.objectContaining({ what: 'thicker' }));
});

test('it is the same whichever lies left', () => {
  const any = fc.record<ComparedStrand>({
    twist: fc.option(
      fc.record({ direction: fc.constantFrom('S', 'Z'), turnsPerM: fc.double({ min: 1, max: 900, noNaN: true }) }),
    ),
    diameterMm: fc.option(fc.double({ min: 0.2, max: 6, noNaN: true })),
    gristMPerG: fc.option(fc.double({ min: 0.3, max: 20, noNaN: true })),
    unevenness: fc.option(fc.double({ min: 0, max: 0.5, noNaN: true })),
  });
  const swapped = { one: 'other', other: 'one' } as const;
  fc.assert(
    fc.property(any, any, (a, b) => {
      const turned = seenInCloth(b, a).map((seen) =>
        'which' in seen ? { ...seen, which: swapped[seen.which] } : seen,
      );
      expect(turned).toEqual(seenInCloth(a, b));
    }),
  );
});

test('angle and unevenness, worked by hand', () => {
  // tan a = pi x 0.001 m x 300 = 0.942: 43.3 degrees.
  expect(angleOf(strand())).toBeCloseTo(43.3, 1);
  expect(angleOf(strand({ diameterMm: null }))).toBeNull();
  // 10, 11, 12: mean 11, sd 1.
  expect(unevennessOf([10, 11, 12])).toBeCloseTo(1 / 11, 9);
  expect(unevennessOf([10])).toBeNull();
});

test('a single drifts below 8 degrees, holds from 13 on, and is to be tried between', () => {
  // tan 8 deg / (pi x 0.8 mm) = 55.9 t/m; tan 13 deg / (pi x 0.8 mm) = 91.9 t/m.
  expect([55, 57, 91, 93].map((perM) => singleStrength(perM, 0.8))).toEqual([
    'drifts',
    'doubtful',
    'doubtful',
    'holds',
  ]);
  expect(singleStrength(-93, 0.8)).toBe('holds');
  expect(twistToHold(0.8)).toBeCloseTo(91.86, 1);
});
