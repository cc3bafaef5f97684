import { SMALL_WINDER } from '../../tests/support/winders';
import { lengthCheck, type Cause, type LengthReadings } from './lengthCheck';
import { lengthSources } from './lengthSources';
import { turnsAtLength } from './windingPlan';

const reported = (counter: number | null, turns: number | null, mass: number | null): LengthReadings => ({
  ...(counter !== null && { counter: { mean: counter, sd: 3 } }),
  ...(turns !== null && { turns: { mean: turns, sd: 8 } }),
  ...(mass !== null && { mass: { mean: mass, sd: 6 } }),
});

test.each<[string, LengthReadings, Cause, number]>([
  ['a counter that slips', reported(240, 300, 303), 'counter slipped', -61.5],
  ['a counter that was not set to nothing', reported(400, 300, 303), 'counter ran on', 98.5],
  ['turns that were missed', reported(300, 200, 303), 'turns missed or loose', -101.5],
  ['turns that counted twice', reported(300, 420, 303), 'turns doubled or firm', 118.5],
  ['a bowl on the scale', reported(300, 303, 380), 'heavy for its length', 78.5],
  ['waste that was not noted', reported(300, 303, 240), 'light for its length', -61.5],
  ['two witnesses that differ', reported(240, 300, null), 'two differ', -60],
])('%s', (_, lengths, cause, differenceM) =>
  expect(lengthCheck(lengths)).toMatchObject({ verdict: 'differ', cause, differenceM }),
);

test('three that are all apart cannot be told from one another', () =>
  expect(lengthCheck(reported(100, 200, 300))).toMatchObject({ cause: 'none agree', witness: null }));

test('of one that stands between two, the one further from it is odd', () =>
  // 300 and 318 may be one; 318 and 335 may; 300 and 335 may not. 335 is nearer to the middle than 300.
  expect(
    lengthCheck({ counter: { mean: 300, sd: 5 }, turns: { mean: 319, sd: 5 }, mass: { mean: 335, sd: 5 } }),
  ).toMatchObject({ cause: 'counter slipped' }));

test('within their doubt they agree; a single one has nothing to agree with', () => {
  expect(lengthCheck(reported(300, 310, 296))).toEqual({ verdict: 'agree', witnesses: 3 });
  expect(lengthCheck(reported(300, null, null))).toBeNull();
  expect(lengthCheck({})).toBeNull();
});

test('a cake that was wound as planned agrees with itself', () => {
  const winder = SMALL_WINDER;
  const grist = { mean: 4.1, sd: 0.1 };
  const density = { mean: 0.3, sd: 0.03 };
  const turns = Math.round(turnsAtLength({ ...winder, densityGPerCm3: 0.3, gristMPerG: 4.1 }, 390));
  const mass = { from: 'scale', massG: 390 / 4.1, tareG: 0, resolutionG: 1 } as const;
  const cake = { winder, density, grist, turns, counterM: 390, mass };
  const lengths = lengthSources(cake);
  expect(lengths.turns!.mean).toBeCloseTo(390, 0);
  expect(lengthCheck(lengths)).toEqual({ verdict: 'agree', witnesses: 3 });
  expect(lengthCheck(lengthSources({ ...cake, counterM: 310 }))).toMatchObject({ cause: 'counter slipped' });
});

test('where all else is exact, the turns are right to one count', () => {
  const exact = { grist: { mean: 4.1, sd: 0 }, density: { mean: 0.3, sd: 0 }, counterM: null, mass: null };
  const { mean, sd } = lengthSources({ winder: SMALL_WINDER, ...exact, turns: 500 }).turns!;
  expect(sd).toBeCloseTo(mean / 500, 9);
  const byTens = lengthSources({ winder: SMALL_WINDER, ...exact, turns: 500, turnsPerCount: 10 }).turns!;
  expect(byTens.sd).toBeCloseTo(10 * sd, 9);
});
