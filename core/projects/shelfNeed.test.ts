import { readNeed } from './shelfNeed';

test('at most is not at least, and units may be written out', () => {
  expect(readNeed('under 300 m', 'metric')).toMatchObject({ atMostM: 300, atLeastM: null });
  expect(readNeed('at least 100 m, at most 300 m', 'metric')).toMatchObject({ atMostM: 300, atLeastM: 100 });
  expect(readNeed('114 yards per ounce', 'metric').aboutMPerG).toBeCloseTo((114 * 0.9144) / 28.349523125, 9);
});
