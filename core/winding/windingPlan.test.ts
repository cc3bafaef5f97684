import { SMALL_WINDER } from '../../tests/support/winders';
import type { Estimate } from '../common/estimate';
import { cueAt, secondsPerTurn, woundParts } from './run';
import { DEFAULT_SECONDS_PER_TURN, onSpindleAt, turnsAtLength, turnsToRound, windingPlan } from './windingPlan';

const part = (massG: number, density?: Estimate) => ({ name: '', massG, winder: SMALL_WINDER, density });
const input = { massG: { mean: 96, sd: 0.3 }, grist: { mean: 4.1, sd: 0.12 }, parts: [part(96)] };

test('the figures of a plan are those of its parts', () => {
  const plan = windingPlan({ ...input, hankLoopM: 1.64 });
  expect(plan.lengthM.mean).toBeCloseTo(393.6, 9);
  expect(plan.loops).toBeCloseTo(240, 9);
  const [cake] = plan.cakes;
  expect(cake).toMatchObject({ limitedBy: 'mass', usableMassG: 113 });
  expect(cake!.fillPercent).toBeCloseTo((100 * 96) / 113, 9);
  // The vector "hank on a small winder".
  expect(cake!.outerDiameterMm).toBeCloseTo(81.04144313, 6);
  expect(cake!.crankTurns.mean).toBeCloseTo(560.40287944, 6);
  expect(plan.seconds).toBeCloseTo(360 + 560.40287944 * DEFAULT_SECONDS_PER_TURN, 6);
});

test('without a loop the loops are not told', () => {
  expect(windingPlan(input)).not.toHaveProperty('loops');
});

test('round by round of the hank a cake takes the turns that its length takes, fewer to each', () => {
  const shape = { ...SMALL_WINDER, densityGPerCm3: 0.3, gristMPerG: 4.1 };
  let turns = 0;
  const each = Array.from({ length: 200 }, () => {
    const more = turnsToRound(shape, turns, 1.64);
    turns += more;
    return more;
  });
  expect(turns).toBeCloseTo(turnsAtLength(shape, 200 * 1.64), 6);
  expect(each).toEqual(each.toSorted((a, b) => b - a));
  expect(each[0]).toBeGreaterThan(1.5 * each.at(-1)!);
});

test('wound twice it takes the turns again, and a change between', () => {
  const once = windingPlan(input).seconds;
  expect(windingPlan({ ...input, twice: true }).seconds).toBeCloseTo(once + 560.40287944 + 90, 6);
});

test('at a learned pace it takes as long as that pace makes it', () => {
  const paced = windingPlan({ ...input, parts: [{ ...part(96), secondsPerTurn: 0.5 }] });
  expect(paced.seconds).toBeCloseTo(360 + 560.40287944 / 2, 6);
});

test('the turns are as unsure as the grist and the firmness make them', () => {
  const sure = windingPlan({ ...input, grist: { mean: 4.1, sd: 0 } }).cakes[0]!.crankTurns;
  const unsure = windingPlan(input).cakes[0]!.crankTurns;
  expect(unsure.mean).toBeCloseTo(sure.mean, 9);
  expect(sure.sd).toBeGreaterThan(0);
  expect(unsure.sd ** 2 - sure.sd ** 2).toBeCloseTo((unsure.mean * (0.12 / 4.1)) ** 2, 6);
  const learned = windingPlan({ ...input, parts: [part(96, { mean: 0.3, sd: 0.006 })] }).cakes[0]!.crankTurns;
  expect(learned.sd).toBeLessThan(unsure.sd);
});

test('a crank that nobody counted makes the turns less sure, and no other figure', () => {
  const counted = windingPlan(input).cakes[0]!;
  const guessed = windingPlan({ ...input, parts: [{ ...part(96), crankRatioSd: 0.28 }] }).cakes[0]!;
  expect(guessed.crankTurns.mean).toBe(counted.crankTurns.mean);
  expect(guessed.crankTurns.sd ** 2 - counted.crankTurns.sd ** 2).toBeCloseTo((0.07 * counted.crankTurns.mean) ** 2, 6);
  expect(guessed.outerDiameterMm).toBe(counted.outerDiameterMm);
});

test('the last cake is slowed down for early, since its end may come early; the others are cut by the count', () => {
  const { cakes } = windingPlan({ ...input, massG: { mean: 200, sd: 0.3 }, parts: [part(100), part(100)] });
  const [first, last] = cakes as [(typeof cakes)[0], (typeof cakes)[0]];
  expect(first.crankTurns).toEqual(last.crankTurns);
  expect(first.slowFromTurn).toBeGreaterThan(last.slowFromTurn);
  expect(last.startM).toBeCloseTo(410, 9);
  // Eight metres before the cut, by what is on the spindle then.
  const shape = { ...SMALL_WINDER, densityGPerCm3: 0.3, gristMPerG: 4.1 };
  expect(first.lengthM - onSpindleAt(shape, first.slowFromTurn).lengthM).toBeCloseTo(8, 6);
  expect(turnsAtLength(shape, first.lengthM)).toBeCloseTo(first.crankTurns.mean, 9);
});

test('a scrap of yarn is slow from its first turn', () => {
  const [cake] = windingPlan({ ...input, massG: { mean: 1, sd: 0.01 }, parts: [part(1)] }).cakes;
  expect(cake!.slowFromTurn).toBe(0);
});

test('a firmer cake is smaller and takes more turns', () => {
  const loose = windingPlan({ ...input, parts: [part(96, { mean: 0.24, sd: 0 })] }).cakes[0]!;
  const firm = windingPlan({ ...input, parts: [part(96, { mean: 0.36, sd: 0 })] }).cakes[0]!;
  expect(firm.outerDiameterMm).toBeLessThan(loose.outerDiameterMm);
  expect(firm.crankTurns.mean).toBeGreaterThan(loose.crankTurns.mean);
});

test.each([
  [0, 'gentle'],
  [11, 'gentle'],
  [12, 'steady'],
  [539, 'steady'],
  [540, 'slow'],
  [559, 'slow'],
  [560, 'stop'],
  [561, 'past'],
])('at turn %d the bench says %s', (turns, cue) =>
  expect(cueAt(turns, { gentleUntil: 12, slowFrom: 540, stopAt: 560 })).toBe(cue),
);

test.each([
  [599, 'steady'],
  [600, 'nearly full'],
  [699, 'nearly full'],
  // Planned to be full, it is cut at the plan; past it, it is full before it spills.
  [700, 'stop'],
  [701, 'full'],
])('with room to 700 turns the bench says at %d: %s', (turns, cue) =>
  expect(cueAt(turns, { gentleUntil: 12, slowFrom: 690, stopAt: 700, nearlyFullFrom: 600, fullAt: 700 })).toBe(cue),
);

test('past the cut with room left, it is only past', () =>
  expect(cueAt(301, { gentleUntil: 12, slowFrom: 280, stopAt: 300, nearlyFullFrom: 600, fullAt: 700 })).toBe('past'));

test('a pace is told only once there is enough to tell it from', () => {
  expect(secondsPerTurn({ uncounted: [], turns: [19], windingMs: [20_000] })).toBeUndefined();
  expect(secondsPerTurn({ uncounted: [], turns: [40, 40], windingMs: [0, 0] })).toBeUndefined();
  expect(secondsPerTurn({ uncounted: [], turns: [40, 40], windingMs: [60_000, 60_000] })).toBe(1.5);
});

test('the cakes to weigh are those that were wound, the first where nothing was counted', () => {
  expect(woundParts({ uncounted: [], turns: [0, 0] })).toEqual([0]);
  expect(woundParts({ uncounted: [], turns: [0, 3] })).toEqual([1]);
  expect(woundParts({ uncounted: [], turns: [-2, 3, 5] })).toEqual([1, 2]);
});
