import {
  isOfYarn,
  madeOfEach,
  type MiniCounts,
  type MinisInput,
  priorityOf,
  prioritiesOf,
  type Segment,
  takenG,
  worthOf,
} from './minis';

/** A linear programme with whole numbers: what a solver is given. */
export interface LinearModel {
  maximize: boolean;
  columns: { cost: number; lower: number; upper: number; whole: boolean }[];
  rows: { lower: number; upper: number; entries: [column: number, value: number][] }[];
}

/**
 * What is sought, one after another: each holds the grams that were reached before it, priority by priority. Grams are
 * sought of the first priority that is not held yet; kits, so many of each size to one, as many as there can be.
 */
export type MinisGoal =
  | { seek: 'grams'; heldG: readonly number[] }
  | { seek: 'parents'; heldG: readonly number[] }
  | { seek: 'left'; heldG: readonly number[]; openedParents: number }
  | { seek: 'kits'; perKit: readonly number[]; most: number };

/** Guards a goal that was reached against the last bit of a float, in grams. */
const HELD_G = 1e-5;

/**
 * The minis of a plan as a linear programme: so many of each size out of each segment, within its mass and within what
 * is wanted. Columns are segment by segment and within it size by size; then, where parents count, one for each of
 * them; then, where the leftover counts, one for each segment and the largest leftover itself.
 *
 * @see calculations.md, minis
 * @example
 * minisModel({ parents: [], demands: [{ id: 'm', massG: 12, count: 20 }], cutLossG: 0.2 }, [{ parent: 0, parentId: 'a', segment: 0, massG: 104 }], { seek: 'grams', heldG: [] }).columns // => [{ cost: 12, lower: 0, upper: 8, whole: true }]
 */
export function minisModel(input: MinisInput, segments: readonly Segment[], goal: MinisGoal): LinearModel {
  const { demands, cutLossG } = input;
  const column = (s: number, d: number) => s * demands.length + d;
  const sizes = demands.map(({ massG }) => massG + cutLossG);
  const priorities = prioritiesOf(demands);
  const isOfLevel = (d: number, level: number) => priorityOf(demands[d]!) === priorities[level];
  const minis = segments.flatMap((segment) =>
    demands.map((demand, d) => ({
      cost: goal.seek === 'grams' && isOfLevel(d, goal.heldG.length) ? demand.massG : 0,
      lower: 0,
      upper: isOfYarn(demand, segment) ? Math.min(demand.count, Math.floor(segment.massG / sizes[d]! + 1e-9)) : 0,
      whole: true,
    })),
  );
  const all = (value: (d: number) => number) =>
    segments.flatMap((_, s) => demands.map((_, d): [number, number] => [column(s, d), value(d)]));
  const within = (s: number) => sizes.map((size, d): [number, number] => [column(s, d), size]);
  const wanted = demands.map(({ count }, d) => ({
    lower: 0,
    upper: count,
    entries: segments.map((_, s): [number, number] => [column(s, d), 1]),
  }));
  const fits = segments.map(({ massG }, s) => ({ lower: 0, upper: massG, entries: within(s) }));
  if (goal.seek === 'kits')
    return {
      maximize: true,
      columns: [...minis, { cost: 1, lower: 0, upper: goal.most, whole: true }],
      rows: [
        ...fits,
        // So many of each size as the kits take.
        ...demands.map((_, d) => ({
          lower: 0,
          upper: Infinity,
          entries: [
            ...segments.map((_, s): [number, number] => [column(s, d), 1]),
            [minis.length, -goal.perKit[d]!] as [number, number],
          ],
        })),
      ],
    };
  const heldGrams = goal.heldG.map((heldG, level) => ({
    lower: heldG - HELD_G,
    upper: Infinity,
    entries: all((d) => (isOfLevel(d, level) ? demands[d]!.massG : 0)),
  }));
  if (goal.seek === 'grams') return { maximize: true, columns: minis, rows: [...fits, ...wanted, ...heldGrams] };
  const parents = Math.max(...segments.map(({ parent }) => parent)) + 1;
  const opened = (parent: number) => minis.length + parent;
  const yesOrNo = (cost: number) => ({ cost, lower: 0, upper: 1, whole: true });
  const held = [
    ...wanted,
    ...heldGrams,
    // A segment is taken from only where its parent is opened.
    ...segments.map(({ parent, massG }, s) => ({
      lower: -Infinity,
      upper: 0,
      entries: [...within(s), [opened(parent), -massG] as [number, number]],
    })),
  ];
  const openings = Array.from({ length: parents }, () => yesOrNo(goal.seek === 'parents' ? 1 : 0));
  if (goal.seek === 'parents') return { maximize: false, columns: [...minis, ...openings], rows: held };
  const chosen = (s: number) => minis.length + parents + s;
  const left = minis.length + parents + segments.length;
  const mostG = Math.max(...segments.map(({ massG }) => massG));
  return {
    maximize: true,
    columns: [
      ...minis,
      ...openings,
      ...segments.map(() => yesOrNo(0)),
      { cost: 1, lower: 0, upper: mostG, whole: false },
    ],
    rows: [
      ...held,
      { lower: 0, upper: goal.openedParents, entries: openings.map((_, p) => [opened(p), 1]) },
      { lower: 1, upper: 1, entries: segments.map((_, s) => [chosen(s), 1]) },
      ...segments.map(({ parent }, s) => ({
        lower: -Infinity,
        upper: 0,
        entries: [[chosen(s), 1] as [number, number], [opened(parent), -1] as [number, number]],
      })),
      // The largest leftover is that of the segment that is chosen.
      ...segments.map(({ massG }, s) => ({
        lower: -Infinity,
        upper: massG + mostG,
        entries: [[left, 1] as [number, number], ...within(s), [chosen(s), mostG] as [number, number]],
      })),
    ],
  };
}

/**
 * A plan as the values of the model's columns, for a solver to begin from.
 *
 * @example
 * minisColumns([[3]], [{ parent: 0, parentId: 'a', segment: 0, massG: 40 }], { demands: [{ id: 'm', massG: 12, count: 9 }], cutLossG: 0.2 }, { seek: 'parents', heldG: [36] }) // => [3, 1]
 */
export function minisColumns(
  counts: MiniCounts,
  segments: readonly Segment[],
  input: Pick<MinisInput, 'demands' | 'cutLossG'>,
  goal: MinisGoal,
): number[] {
  const minis = counts.flat();
  if (goal.seek === 'grams') return minis;
  if (goal.seek === 'kits') return [...minis, kitsOf(counts, goal.perKit)];
  const parents = Math.max(...segments.map(({ parent }) => parent)) + 1;
  const isOpen = Array.from({ length: parents }, (_, p) =>
    segments.some(({ parent }, s) => parent === p && counts[s]!.some((count) => count > 0)),
  );
  const openings = isOpen.map(Number);
  if (goal.seek === 'parents') return [...minis, ...openings];
  const { largestRemainderG } = worthOf(counts, segments, input);
  const largest = segments.findIndex(
    ({ parent, massG }, s) => isOpen[parent] && Math.abs(massG - takenG(counts[s]!, input) - largestRemainderG) < 1e-9,
  );
  return [...minis, ...openings, ...segments.map((_, s) => Number(s === largest)), largestRemainderG];
}

/**
 * How many whole kits these minis make, each of so many of each size.
 *
 * @example
 * kitsOf([[3, 4], [2, 0]], [2, 1]) // => 2
 */
export function kitsOf(counts: MiniCounts, perKit: readonly number[]): number {
  const made = madeOfEach(counts, perKit.length);
  const kits = perKit.flatMap((each, d) => (each > 0 ? [Math.floor(made[d]! / each)] : []));
  return kits.length === 0 ? 0 : Math.min(...kits);
}
