import { evens, normals, TRIES } from '../tests/support/chance';
import { A_SESSION, type KnownSession, sessionsAsKnown, type Way } from './knownMinis';

/** Hundreds of sessions of known truth: is the count that follows the scale better than the one that the band tells? */
const reported = (known: Partial<KnownSession>, way: Way) =>
  sessionsAsKnown({ ...A_SESSION, ...known }, way, Math.min(400 * TRIES, 10_000), normals(7), evens(19));

test.each([
  ['a fine scale', {}, 92, 3],
  ['a yarn that drifts much', { drift: 0.1 }, 90, 4],
  ['a long session', { minis: 30 }, 95, 3],
  ['a scale too coarse for a mini, so that the parent stands on it', { resolutionG: 1 }, 87, 6],
  ['every third mini miscounted by one', { miscounted: 33 }, 91, 4],
])(
  '%s: corrected, most are within and hardly a last one is a runt; by the band, half are',
  (_, known, within, runts) => {
    const [corrected, byBand] = [reported(known, 'corrected'), reported(known, 'as the band says')];
    expect(corrected.withinPercent).toBeGreaterThan(within);
    expect(corrected.runtPercent).toBeLessThan(runts);
    expect(byBand.withinPercent).toBeLessThan(60);
    expect(byBand.runtPercent).toBeGreaterThan(40);
  },
);

test('where there is less yarn than all would take, it is shared out, and the last is seldom a runt', () => {
  const known = { spareG: -1.5 };
  expect(reported(known, 'corrected').runtPercent).toBeLessThan(25);
  expect(reported(known, 'as the band says').runtPercent).toBeGreaterThan(60);
});
