import fc from 'fast-check';
import { InputError } from '../common/inputError';
import { areaCm2, type FabricShape, needByEarlier, needByGauge, needBySwatch, SHAPE_SIDES } from './fabricNeed';

test.each([
  ['rectangle', [50, 160], 8000],
  ['tube', [100, 40], 4000],
  ['trapezium', [30, 50, 20], 800],
  ['triangle', [160, 60], 4800],
  ['half circle', [200], (Math.PI * 100 ** 2) / 2],
  ['circle', [40], Math.PI * 20 ** 2],
] as [FabricShape, number[], number][])('a %s of %j cm', (shape, sides, cm2) => {
  expect(areaCm2(shape, sides)).toBeCloseTo(cm2, 9);
});

test('a side that is missing is asked for at its place', () => {
  for (const [shape, names] of Object.entries(SHAPE_SIDES) as [FabricShape, string[]][])
    names.forEach((_, missing) => {
      const sides = names.map((_, i) => (i === missing ? 0 : 10));
      expect(() => areaCm2(shape, sides)).toThrow(expect.objectContaining({ path: `sides.${missing}` }) as Error);
    });
  expect(() => areaCm2('trapezium', [30, 50])).toThrow(InputError);
});

test('by a swatch: as many grams as its area is in the piece; a small one is less sure', () => {
  const swatch = { massG: 6, widthCm: 12, heightCm: 10, resolutionG: 0.1 };
  const large = needBySwatch(8000, swatch);
  expect(large.mean).toBe(400);
  const small = needBySwatch(8000, { massG: 1.5, widthCm: 6, heightCm: 5, resolutionG: 0.1 });
  expect(small.mean).toBeCloseTo(400, 9);
  expect(small.sd).toBeGreaterThan(large.sd);
  expect(needBySwatch(8000, { ...swatch, resolutionG: 1 }).sd).toBeGreaterThan(large.sd);
  // 6 g to 0.1 g; 12 and 10 cm within 3 mm; edges 5 %, blocking 4 %.
  expect(large.sd / 400).toBeCloseTo(
    Math.hypot(
      0.1 / Math.sqrt(12) / 6,
      0.3 / 12 / Math.sqrt(3),
      0.3 / 10 / Math.sqrt(3),
      0.05 / Math.sqrt(3),
      0.04 / Math.sqrt(3),
    ),
    12,
  );
});

/* By hand: 20 stitches and 28 rows to 10 cm are 5.6 to the cm²; 1 cm² takes the root of 19 x 5.6, 10.3 cm. */
test('by a gauge: metres of plain knitting; without rows they are the usual ones, less surely', () => {
  const known = needByGauge(10_000, { stitchesPer10Cm: 20, rowsPer10Cm: 28 });
  expect(known.mean).toBeCloseTo(100 * Math.sqrt(106.4), 9);
  expect(known.sd / known.mean).toBeCloseTo(Math.hypot(0.15, 0.04) / Math.sqrt(3), 12);
  const unknown = needByGauge(10_000, { stitchesPer10Cm: 20, rowsPer10Cm: null });
  expect(unknown.mean).toBeCloseTo(100 * Math.sqrt(19 * 0.2 * 27), 9);
  expect(unknown.sd / unknown.mean).toBeGreaterThan(known.sd / known.mean);
});

test('by an earlier one: as it grows either way', () => {
  const same = needByEarlier(400, 1, 1);
  expect(same).toEqual({ mean: 400, sd: 400 * (0.08 / Math.sqrt(3)) });
  expect(needByEarlier(400, 1.5, 2).mean).toBe(1200);
  expect(() => needByEarlier(400, 0, 1)).toThrow(InputError);
});

test('twice the fabric takes twice the yarn, whichever way it is asked', () => {
  const size = fc.double({ min: 1, max: 5000, noNaN: true });
  fc.assert(
    fc.property(size, size, fc.double({ min: 5, max: 60, noNaN: true }), (cm2, massG, stitchesPer10Cm) => {
      const swatch = { massG, widthCm: 10, heightCm: 10, resolutionG: 0.1 };
      const gauge = { stitchesPer10Cm, rowsPer10Cm: null };
      for (const need of [(area: number) => needBySwatch(area, swatch), (area: number) => needByGauge(area, gauge)])
        expect(need(2 * cm2).mean).toBeCloseTo(2 * need(cm2).mean, 6);
    }),
  );
});
