import fc from 'fast-check';
import { hoursToDry } from './drying';

test('rooms are learned from what dried in them', () => {
  expect(hoursToDry([20, 22, 21, 19]).mean).toBeLessThan(24);
  expect(hoursToDry([60, 58, 62, 61]).mean).toBeGreaterThan(55);
});

test('what was forgotten for weeks, or weighed wet, teaches nothing', () => {
  expect(hoursToDry([0.5, 900])).toEqual(hoursToDry([]));
});

test('it lies between what is usual and what was seen', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 5, max: 200 }), { minLength: 1, maxLength: 3 }), (hours) => {
      const { mean } = hoursToDry(hours);
      expect(mean).toBeGreaterThanOrEqual(Math.min(36, ...hours) - 1e-9);
      expect(mean).toBeLessThanOrEqual(Math.max(36, ...hours) + 1e-9);
    }),
  );
});
