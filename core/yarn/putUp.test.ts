import fc from 'fast-check';
import { HALF_WIDTH_90 } from '../common/estimate';
import { massOf } from './piece';
import { putUpSeen } from './putUp';

test('one of three whose sisters weigh 96 g, 97 g and 96 g, by hand', () => {
  const seen = putUpSeen(100, [96, 97, 96])!;
  // Own: (3 x 0.016² + 2 x 0.0033² + 0.0067²) / 5 = 0.000167; lot: 1 / (1 / 0.024² + 3 / 0.000167) = 0.0000508.
  expect(seen.mean).toBeCloseTo(96.65, 1);
  expect(seen.sd).toBeCloseTo(1.47, 1);
});

test('nothing seen, or nothing that was whole: nothing is known but the band', () => {
  expect(putUpSeen(100, [])).toBeNull();
  expect(putUpSeen(100, [48, 12])).toBeNull();
  expect(putUpSeen(100, [48, 98])).toEqual(putUpSeen(100, [98]));
});

test('with each that was weighed the next is surer, and none is ever less sure than by its band', () => {
  const masses = fc.array(fc.double({ min: 95, max: 105, noNaN: true }), { minLength: 1, maxLength: 9 });
  const byBand = massOf({ from: 'band', massG: 100 }).sd;
  fc.assert(
    fc.property(masses, (weighed) => {
      const { mean, sd } = putUpSeen(100, weighed)!;
      expect(mean).toBeGreaterThan(94);
      expect(mean).toBeLessThan(106);
      expect(sd).toBeLessThan(1.6 * byBand);
    }),
  );
  expect(putUpSeen(100, [98, 98])!.sd).toBeLessThan(putUpSeen(100, [98])!.sd);
  expect(putUpSeen(100, [98])!.sd).toBeLessThan(byBand);
});

/** A normal figure from two even ones. */
const normal = (u: number, v: number) => Math.sqrt(-2 * Math.log(1 - u)) * Math.cos(2 * Math.PI * v);

test('nine ranges of ten hold, whatever the lot', () => {
  let state = 7;
  const even = () => ((state = (state * 1103515245 + 12345) % 2147483648), state / 2147483648);
  let held = 0;
  const lots = 4000;
  for (let lot = 0; lot < lots; lot++) {
    const bias = 1 + 0.024 * normal(even(), even());
    const one = () => 100 * bias * (1 + 0.016 * normal(even(), even()));
    const { mean, sd } = putUpSeen(100, Array.from({ length: 1 + (lot % 5) }, one))!;
    if (Math.abs(one() - mean) <= HALF_WIDTH_90 * sd) held++;
  }
  expect(held / lots).toBeGreaterThan(0.87);
  expect(held / lots).toBeLessThan(0.93);
});
