import loadHighs, { type Highs } from 'highs';
import { compareMinis, type MinisInput, segmentsOf, worthOf } from '../core/minis/minis';
import { firstFitDecreasing } from '../core/minis/minisByHand';
import { normals } from '../tests/support/chance';
import { kitsPossible, type MinisPlan, minisPlan } from './minisPlan';
import { minisWanted } from './minisWanted';

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
    expect(plan.largestRemainderG).toBeCloseTo(best.largestRemainderG, 4);
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

test('what goes first is made first, even where that makes fewer grams in all', () => {
  const plan = minisPlan(highs, {
    parents: [{ id: 'a', massG: 30 }],
    demands: [
      { id: 'first', massG: 18, count: 1, priority: 1 },
      { id: 'next', massG: 15, count: 2, priority: 2 },
    ],
    cutLossG: 0,
  });
  expect(plan.assignments).toEqual([{ parentId: 'a', segment: 0, demandId: 'first', count: 1 }]);
  expect(plan.madeByPriorityG).toEqual([18, 0]);
});

test('a size of one yarn is not cut from another', () => {
  const plan = minisPlan(highs, {
    parents: [
      { id: 'a', massG: 40, yarn: 'peat' },
      { id: 'b', massG: 40, yarn: 'kelp' },
    ],
    demands: [
      { id: 'of kelp', massG: 12, count: 9, yarn: 'kelp' },
      { id: 'of any', massG: 9, count: 1 },
    ],
    cutLossG: 0,
  });
  expect(plan.assignments.filter(({ demandId }) => demandId === 'of kelp')).toEqual([
    { parentId: 'b', segment: 0, demandId: 'of kelp', count: 3 },
  ]);
  expect(plan.madeG).toBe(45);
});

test('whoever waits is told plans that are never worse than the ones before', () => {
  const normal = normals(3);
  const reported: MinisPlan[] = [];
  const input: MinisInput = {
    parents: Array.from({ length: 30 }, (_, i) => ({ id: `p${i}`, massG: Math.round(900 + 120 * normal()) / 10 })),
    demands: Array.from({ length: 5 }, (_, i) => ({ id: `d${i}`, massG: 7.1 + 4.3 * i, count: 30 })),
    cutLossG: 0.2,
  };
  const last = minisPlan(highs, input, 2, ({ plan }) => reported.push(plan));
  expect(reported.length).toBeGreaterThan(0);
  [...reported, last].slice(1).forEach((plan, i) => expect(compareMinis(plan, reported[i]!)).toBeLessThanOrEqual(0));
});

test('kits: as many as the scarcest of their yarns gives, as counting by hand would find', () => {
  const input: MinisInput = {
    parents: [
      { id: 'a', massG: 61, yarn: 'gold' },
      { id: 'b', massG: 25, yarn: 'violet' },
      { id: 'c', massG: 11, yarn: 'violet' },
    ],
    demands: [
      { id: 'gold', massG: 10, count: 99, yarn: 'gold' },
      { id: 'violet', massG: 8, count: 99, yarn: 'violet' },
    ],
    cutLossG: 0,
  };
  expect(kitsPossible(highs, input, [2, 1], 99)).toEqual({ kits: 3, proven: true });
  expect(kitsPossible(highs, input, [1, 2], 99)).toEqual({ kits: 2, proven: true });
  expect(kitsPossible(highs, input, [1, 1], 2).kits).toBe(2);
});

const skein = (pieceId: number, yarnId: number, massG: number) => ({
  pieceId,
  yarnId,
  massG,
  resolutionG: 1,
  grist: { mean: 3, sd: 0 },
  faults: [],
  fromEnd: 'inner' as const,
});
const kitSize = (id: string, yarnId: number, massG = 10, count = 1) => ({
  id,
  name: '',
  yarnId,
  massG,
  toleranceG: 0.4,
  count,
  priority: 1,
});

test('what one kit more lacks is what the best plan lacks, not what a quick one does', () => {
  const { kits } = minisWanted(
    highs,
    {
      parents: [81, 104, 32, 102].map((massG, i) => skein(i + 1, 7, massG)),
      sizes: [kitSize('small', 7, 11, 2), kitSize('large', 7, 20, 2)],
      kits: { count: null },
      oneKnot: false,
      cutLossG: 0.2,
    },
    60,
  );
  expect(kits).toMatchObject({ count: 5, forOneMore: [{ sizeId: 'large', missing: 3 }] });
});

test('asked for kits, it says which yarn limits them and what one more would take', () => {
  const answer = minisWanted(
    highs,
    {
      parents: [skein(1, 7, 52), skein(2, 8, 33)],
      sizes: [kitSize('gold', 7), kitSize('violet', 8)],
      kits: { count: 5 },
      oneKnot: false,
      cutLossG: 0.4,
    },
    5,
  );
  expect(answer.kits).toEqual({
    count: 3,
    asked: 5,
    proven: true,
    byYarn: [
      { yarnId: 7, kits: 5 },
      { yarnId: 8, kits: 3 },
    ],
    forOneMore: [{ kind: 'missing', sizeId: 'violet', missing: 1, missingG: 10.4 }],
  });
  expect(answer.plan.madeG).toBe(60);
  expect(answer.short).toEqual([]);
});
