import loadHighs, { type Highs } from 'highs';
import { compareMinis, type MinisInput, segmentsOf, worthOf } from '../core/minis';
import { firstFitDecreasing } from '../core/minisByHand';
import { normals } from '../tests/support/chance';
import { kitsPossible, minisPlan } from './minisPlan';

let highs: Highs;
beforeAll(async () => {
  highs = await loadHighs();
});

/** Small ones, where every plan there is can be looked at. */
function somewhat(seed: number): MinisInput {
  const normal = normals(seed);
  const tenths = (mean: number, sd: number) => Math.max(3, Math.round(10 * (mean + sd * normal())) / 10);
  return {
    parents: [0, 1, 2].map((i) => ({ id: `parent ${i}`, massG: tenths(38, 12) })),
    demands: [0, 1].map((i) => ({
      id: `size ${i}`,
      massG: tenths(i ? 14 : 9, 3),
      count: 1 + (Math.abs(seed + i) % 4),
    })),
    cutLossG: 0.3,
  };
}

/** The best of all plans, each of them tried. */
function bestOfAll(input: MinisInput) {
  const segments = segmentsOf(input);
  const fillings = segments.map(({ massG }) => {
    const all: number[][] = [];
    const [a, b] = input.demands as [MinisInput['demands'][0], MinisInput['demands'][0]];
    for (let x = 0; x <= a.count; x++)
      for (let y = 0; y <= b.count; y++)
        if (x * (a.massG + input.cutLossG) + y * (b.massG + input.cutLossG) <= massG + 1e-9) all.push([x, y]);
    return all;
  });
  const plans = fillings.reduce<number[][][]>(
    (plans, filling) => plans.flatMap((p) => filling.map((f) => [...p, f])),
    [[]],
  );
  return plans
    .filter((counts) => input.demands.every(({ count }, d) => counts.reduce((sum, each) => sum + each[d]!, 0) <= count))
    .map((counts) => worthOf(counts, segments, input))
    .reduce((best, worth) => (compareMinis(worth, best) < 0 ? worth : best));
}

test('it is the best of all plans that there are, and says that this is proven', () => {
  for (let seed = 1; seed <= 25; seed++) {
    const input = somewhat(seed);
    const plan = minisPlan(highs, input);
    const best = bestOfAll(input);
    expect(plan.proven).toMatchObject({ grams: true });
    expect(plan.madeG).toBeCloseTo(best.madeG, 6);
    expect(plan.openedParents).toBe(best.openedParents);
    expect(plan.largestLeftG).toBeCloseTo(best.largestLeftG, 4);
  }
});

test('never worse than by hand, within the time that it is given', () => {
  const normal = normals(42);
  const input: MinisInput = {
    parents: Array.from({ length: 40 }, (_, i) => ({ id: `p${i}`, massG: Math.round(900 + 120 * normal()) / 10 })),
    demands: Array.from({ length: 6 }, (_, i) => ({ id: `d${i}`, massG: 6.3 + 4.7 * i, count: 60 })),
    cutLossG: 0.2,
  };
  const plan = minisPlan(highs, input, 1);
  const byHand = worthOf(firstFitDecreasing(input), segmentsOf(input), input);
  expect(compareMinis(plan, byHand)).toBeLessThanOrEqual(0);
  expect(plan.mostG).toBeGreaterThanOrEqual(plan.madeG);
});

test('where nothing fits, nothing is made, and that is proven', () => {
  const plan = minisPlan(highs, {
    parents: [{ id: 'a', massG: 10 }],
    demands: [{ id: 'm', massG: 12, count: 3 }],
    cutLossG: 0,
  });
  expect(plan).toMatchObject({ madeG: 0, openedParents: 0, assignments: [], proven: { grams: true } });
});
