import fc from 'fast-check';
import {
  assignmentsOf,
  compareMinis,
  fits,
  type MiniCounts,
  type MinisInput,
  parentsNeeded,
  segmentsOf,
  takenG,
  worthOf,
} from './minis';
import { filledWell, firstFitDecreasing } from './minisByHand';
import { minisColumns, type MinisGoal, minisModel } from './minisModel';

const grams = (min: number, max: number) => fc.integer({ min: min * 10, max: max * 10 }).map((tenths) => tenths / 10);
const parent = fc
  .array(grams(3, 60), { minLength: 1, maxLength: 3 })
  .map((segmentsG) => ({ segmentsG, massG: segmentsG.reduce((sum, each) => sum + each, 0) }));
const input: fc.Arbitrary<MinisInput> = fc.record({
  parents: fc
    .array(parent, { minLength: 1, maxLength: 6 })
    .map((parents) => parents.map((each, i) => ({ ...each, id: `parent ${i}`, yarn: i % 2 ? 'peat' : 'lichen' }))),
  demands: fc
    .array(
      fc.record(
        {
          massG: grams(2, 30),
          count: fc.nat(12),
          yarn: fc.constantFrom('peat', 'lichen'),
          priority: fc.integer({ min: 1, max: 3 }),
        },
        { requiredKeys: ['massG', 'count'] },
      ),
      { minLength: 1, maxLength: 4 },
    )
    .map((demands) => demands.map((each, i) => ({ ...each, id: `size ${i}` }))),
  cutLossG: grams(0, 1),
});

/** Everything that holds of any plan, however it was found. */
function expectSound(counts: MiniCounts, given: MinisInput): void {
  const segments = segmentsOf(given);
  expect(fits(counts, segments, given)).toBe(true);
  const { madeG } = worthOf(counts, segments, given);
  const minis = assignmentsOf(counts, segments, given.demands);
  const reported = minis.reduce(
    (sum, { demandId, count }) => sum + count * given.demands.find(({ id }) => id === demandId)!.massG,
    0,
  );
  expect(reported).toBeCloseTo(madeG, 6);
  // Parent = minis + ends and ties + leftover, segment by segment.
  const number = minis.reduce((sum, { count }) => sum + count, 0);
  const remainingG = segments.reduce((sum, { massG }, s) => sum + massG - takenG(counts[s]!, given), 0);
  const parentsG = segments.reduce((sum, { massG }) => sum + massG, 0);
  expect(madeG + number * given.cutLossG + remainingG).toBeCloseTo(parentsG, 6);
}

test('a plan that takes from the wrong yarn, or makes too many, or too much of a stretch, cannot be made', () => {
  const given: MinisInput = {
    parents: [
      { id: 'a', massG: 25, yarn: 'lichen' },
      { id: 'b', massG: 25, yarn: 'peat' },
    ],
    demands: [
      { id: 'l', massG: 10, count: 2, yarn: 'lichen' },
      { id: 'p', massG: 10, count: 2, yarn: 'peat' },
    ],
    cutLossG: 0,
  };
  const can = (...counts: number[][]) => fits(counts, segmentsOf(given), given);
  expect(can([2, 0], [0, 2])).toBe(true);
  expect(can([1, 1], [0, 1])).toBe(false);
  expect(can([0, 0], [1, 1])).toBe(false);
  expect(can([1, 0], [1, 0])).toBe(false);
  expect(can([3, 0], [0, 0])).toBe(false);
  expect(
    fits(
      [
        [2, 0],
        [0, 0],
      ],
      segmentsOf(given),
      { ...given, demands: [{ ...given.demands[0]!, count: 1 }, given.demands[1]!] },
    ),
  ).toBe(false);
});

test('of parents that together do not do, all are needed', () => {
  const parents = [61, 112, 33].map((massG, i) => ({ id: String(i), massG }));
  expect([0, 112, 113, 173, 174, 206, 207].map((neededG) => parentsNeeded(parents, neededG))).toEqual([
    1, 1, 2, 2, 3, 3, 3,
  ]);
});

test('by hand or filled well, a plan can be made, balances, and the one is never worse than the other', () => {
  fc.assert(
    fc.property(input, (given) => {
      const [byHand, well] = [firstFitDecreasing(given), filledWell(given)];
      expectSound(byHand, given);
      expectSound(well, given);
      const segments = segmentsOf(given);
      expect(compareMinis(worthOf(well, segments, given), worthOf(byHand, segments, given))).toBeLessThanOrEqual(0);
    }),
  );
});

test('one segment is filled as full as it can be: 50 g with 30, 25 and 24 g wanted make 50, not 30', () => {
  const given: MinisInput = {
    parents: [{ id: 'a', massG: 50 }],
    demands: [
      { id: 'x', massG: 30, count: 1 },
      { id: 'y', massG: 25, count: 2 },
      { id: 'z', massG: 24, count: 2 },
    ],
    cutLossG: 0,
  };
  expect(firstFitDecreasing(given)).toEqual([[1, 0, 0]]);
  expect(filledWell(given)).toEqual([[0, 2, 0]]);
});

test('a mini never spans a knot', () => {
  const given: MinisInput = {
    parents: [{ id: 'a', massG: 40, segmentsG: [19, 21] }],
    demands: [{ id: 'm', massG: 20, count: 2 }],
    cutLossG: 0,
  };
  expect(filledWell(given)).toEqual([[0], [1]]);
});

test('plans are compared by grams first, then by parents opened, then by what is left whole', () => {
  const worth = (madeG: number, openedParents: number, largestRemainderG: number) => ({
    madeG,
    madeByPriorityG: [madeG],
    openedParents,
    largestRemainderG,
  });
  const sorted = [worth(90, 1, 9), worth(96, 2, 1), worth(96, 1, 3), worth(96, 1, 6)].sort(compareMinis);
  expect(sorted).toEqual([worth(96, 1, 6), worth(96, 1, 3), worth(96, 2, 1), worth(90, 1, 9)]);
});

test('whatever plan can be made, the model takes for one, with the same worth', () => {
  fc.assert(
    fc.property(input, (given) => {
      const segments = segmentsOf(given);
      const counts = filledWell(given);
      const worth = worthOf(counts, segments, given);
      if (worth.madeG === 0) return;
      const goals: [MinisGoal, number][] = [
        ...worth.madeByPriorityG.map((madeG, level): [MinisGoal, number] => [
          { seek: 'grams', heldG: worth.madeByPriorityG.slice(0, level) },
          madeG,
        ]),
        [{ seek: 'parents', heldG: worth.madeByPriorityG }, worth.openedParents],
        [{ seek: 'left', heldG: worth.madeByPriorityG, openedParents: worth.openedParents }, worth.largestRemainderG],
      ];
      for (const [goal, value] of goals) {
        const { columns, rows } = minisModel(given, segments, goal);
        const values = minisColumns(counts, segments, given, goal);
        expect(values).toHaveLength(columns.length);
        values.forEach((each, i) => {
          expect(each).toBeGreaterThanOrEqual(columns[i]!.lower - 1e-6);
          expect(each).toBeLessThanOrEqual(columns[i]!.upper + 1e-6);
        });
        for (const { lower, upper, entries } of rows) {
          const sum = entries.reduce((total, [column, factor]) => total + factor * values[column]!, 0);
          expect(sum).toBeGreaterThanOrEqual(lower - 1e-6);
          expect(sum).toBeLessThanOrEqual(upper + 1e-6);
        }
        expect(columns.reduce((total, { cost }, i) => total + cost * values[i]!, 0)).toBeCloseTo(value, 6);
      }
    }),
  );
});
