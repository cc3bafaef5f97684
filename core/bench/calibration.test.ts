import fc from 'fast-check';
import { cake } from './cake';
import { crankRatioSeen, learn, packageDensity, ratioOnYarn } from './calibration';
import { normals } from '../../tests/support/chance';

const START = { mean: 0.3, sd: 0.03, single: 0.021 };

test('density and crank ratio are those that the cake was made with, whatever they were', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 20, max: 250, noNaN: true }),
      fc.double({ min: 0.5, max: 8, noNaN: true }),
      fc.double({ min: 0.15, max: 0.45, noNaN: true }),
      fc.double({ min: 1, max: 7, noNaN: true }),
      (massG, gristMPerG, densityGPerCm3, spindleTurnsPerCrank) => {
        const shape = { coreDiameterMm: 24, heightMm: 70, crossingAngleDeg: 20, densityGPerCm3, spindleTurnsPerCrank };
        const made = cake({ massG, gristMPerG, ...shape });
        const size = { diameterMm: made.outerDiameterMm, heightMm: 70 };
        expect(packageDensity({ massG, coreDiameterMm: 24, ...size })).toBeCloseTo(densityGPerCm3, 9);
        const seen = { massG, lengthM: made.lengthM, turns: made.crankTurns, coreDiameterMm: 24, crossingAngleDeg: 20 };
        expect(crankRatioSeen(seen, size)).toBeCloseTo(spindleTurnsPerCrank, 9);
      },
    ),
  );
});

test('a cake no wider than its core teaches nothing', () =>
  expect(() => packageDensity({ massG: 50, coreDiameterMm: 24, diameterMm: 24, heightMm: 70 })).toThrow(/wider/));

test('the more cakes, the nearer to the truth; after 30 within two percent', () => {
  const TRUE_DENSITY = 0.255;
  const errorAfter = (cakes: number) => {
    let total = 0;
    for (let seed = 1; seed <= 200; seed++) {
      const normal = normals(seed);
      const seen = Array.from({ length: cakes }, () => TRUE_DENSITY * (1 + 0.06 * normal()));
      total += Math.abs(learn(seen, START).mean / TRUE_DENSITY - 1);
    }
    return total / 200;
  };
  const errors = [0, 3, 10, 30].map(errorAfter);
  expect([...errors].sort((a, b) => b - a)).toEqual(errors);
  expect(errors[0]).toBeCloseTo(0.3 / 0.255 - 1, 9);
  expect(errors[1]).toBeLessThan(0.06);
  expect(errors[3]).toBeLessThan(0.02);
});

test('nine times in ten the next cake lies within the range that was told', () => {
  let within = 0;
  for (let seed = 1; seed <= 500; seed++) {
    const normal = normals(seed);
    const next = () => 0.27 * (1 + 0.07 * normal());
    const { mean, sd } = learn(
      Array.from({ length: 8 }, () => next()),
      START,
    );
    if (Math.abs(next() - mean) <= 1.6448536 * sd) within++;
  }
  expect(within / 500).toBeGreaterThan(0.86);
  expect(within / 500).toBeLessThan(0.99);
});

test('one slip among many is set aside and moves nothing', () => {
  const good = [0.25, 0.26, 0.255, 0.25, 0.262];
  const withSlip = learn([...good, 0.026], START);
  expect(withSlip.setAside).toEqual([5]);
  expect(withSlip).toMatchObject({ ...learn(good, START), setAside: [5] });
});

test('with three cakes nobody can tell which is the slip, so none is set aside', () =>
  expect(learn([0.25, 0.26, 0.9], START).setAside).toEqual([]));

test('a figure that never changes is still not known to the last digit', () => {
  const { sd, from } = learn([4, 4, 4, 4, 4, 4], { mean: 4, sd: 0.4, single: 0.12 });
  expect(from).toBe(6);
  expect(sd).toBeGreaterThanOrEqual(0.08);
});

test('what is learned lies between where it began and what was seen', () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: 0.1, max: 0.6, noNaN: true }), { minLength: 1, maxLength: 3 }), (seen) => {
      const mean = seen.reduce((sum, value) => sum + value, 0) / seen.length;
      const learned = learn(seen, START).mean;
      expect(learned).toBeGreaterThanOrEqual(Math.min(mean, START.mean) - 1e-9);
      expect(learned).toBeLessThanOrEqual(Math.max(mean, START.mean) + 1e-9);
    }),
  );
});

test('of honest cakes hardly any is set aside, few or many', () => {
  for (const cakes of [4, 6, 10, 40]) {
    let setAside = 0;
    for (let seed = 1; seed <= 300; seed++) {
      const normal = normals(seed);
      const seen = Array.from({ length: cakes }, () => 0.255 * (1 + 0.06 * normal()));
      setAside += learn(seen, START).setAside.length;
    }
    expect(setAside / (300 * cakes)).toBeLessThan(0.01);
  }
});

test('what was learned and what is usual are weighted by how sure each is', () => {
  // One cake: its spread is what is usual of single ones, over two: sd = 0.021; the mean of one is as unsure.
  const one = learn([0.25], START);
  const sd = Math.sqrt((2 * 0.021 ** 2) / 2);
  const weight = 0.03 ** 2 / (0.03 ** 2 + sd ** 2);
  expect(one.mean).toBeCloseTo(weight * 0.25 + (1 - weight) * 0.3, 12);
  expect(one.sd).toBeCloseTo(Math.hypot(sd, Math.sqrt(weight) * sd), 12);
  // Four: their own spread counts as well, and their mean twice as sure.
  const four = learn([0.24, 0.25, 0.26, 0.25], START);
  const spread = Math.sqrt((2 * 0.01 ** 2 + 2 * 0.021 ** 2) / 5);
  const ofFour = 0.03 ** 2 / (0.03 ** 2 + spread ** 2 / 4);
  expect(four.mean).toBeCloseTo(ofFour * 0.25 + (1 - ofFour) * 0.3, 12);
  expect(four.from).toBe(4);
});

describe('the gear’s ratio for one yarn, by hand from 4 ± 0.28 with single cakes 0.12 apart', () => {
  const start = { mean: 4, sd: 0.28, single: 0.12 };
  const yarn = { id: 1, grist: { mean: 4, sd: 0.1 } };
  const of = (yarnId: number, ratios: readonly number[], gristMPerG = 4) =>
    ratios.map((ratio) => ({ ratio, yarnId, gristMPerG }));

  test.each([
    ['one cake of another yarn', of(2, [4.4]), 4.29177, 0.035783, 0],
    ['two cakes of it', of(2, [4.4, 4.6]), 4.389502, 0.032034, 0],
    ['and one of a third', [...of(2, [4.4, 4.6]), ...of(3, [4.2])], 4.318799, 0.025467, 0],
    ['cakes of this yarn besides', [...of(2, [4.4, 4.6]), ...of(1, [3.9, 4.1, 4])], 4.053337, 0.014762, 0.856942],
    ['cakes of this yarn alone', of(1, [4.4, 4.4, 4.4]), 4.388929, 0.012066, 0.973568],
    ['cakes of this yarn, whose grist was taken for another', of(1, [4.4], 4.05), 4.29177, 0.035783, 0],
    ['cakes of this yarn, whose grist has hardly moved', of(1, [4.4, 4.4, 4.4], 3.97), 4.388929, 0.012066, 0.973568],
    ['a slip among four', of(1, [4.4, 4.4, 4.4, 9]), 4.388929, 0.012066, 0.973568],
  ])('%s', (_, seen, mean, relativeSd, gristCancels) => {
    const known = ratioOnYarn(seen, start, yarn);
    expect(known.mean).toBeCloseTo(mean, 5);
    expect(known.relativeSd).toBeCloseTo(relativeSd, 6);
    expect(known.gristCancels).toBeCloseTo(gristCancels, 6);
  });
});
