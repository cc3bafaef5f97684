import { InputError } from '../common/inputError';
import { requirePositive } from '../common/require';

/** A skein that minis are made from; what lies between its knots are its segments. */
export interface MiniParent {
  id: string;
  massG: number;
  /** Grams of each, in their order along the yarn; without them the parent is one. */
  segmentsG?: readonly number[];
  /** The yarn that it is of; sizes of another yarn are not cut from it. */
  yarn?: string;
}

/** One size of mini that is wanted, and at most how many. */
export interface MiniDemand {
  id: string;
  massG: number;
  count: number;
  /** Only of this yarn; without it, of any. */
  yarn?: string;
  /** What is made first, where not all can be: 1 goes before 2. Without it 1. */
  priority?: number;
}

export interface MinisInput {
  parents: readonly MiniParent[];
  demands: readonly MiniDemand[];
  /** What each mini takes beyond its own mass: its ends and its ties. */
  cutLossG: number;
}

/** So many minis of one size out of one segment. */
export interface MiniAssignment {
  parentId: string;
  /** Counted from 0 along the parent. */
  segment: number;
  demandId: string;
  count: number;
}

/** A stretch of yarn without a knot. */
export interface Segment {
  parent: number;
  parentId: string;
  segment: number;
  massG: number;
  yarn?: string;
}

/** How many minis of each size come out of each segment: `counts[segment][demand]`. */
export type MiniCounts = readonly (readonly number[])[];

/** What a plan comes to; the order in which plans are compared. */
export interface MinisWorth {
  madeG: number;
  /** Of each priority, the first one first. */
  madeByPriorityG: readonly number[];
  openedParents: number;
  /** The largest stretch without a knot that is left of a parent that was opened. */
  largestRemainderG: number;
}

/** A thousandth of a milligram: rounding of floats, not yarn. */
const SLACK_G = 1e-6;

/**
 * The segments of all parents, one after another.
 *
 * @throws InputError where a mass is none, a count is not whole, a name comes twice, or segments are more than their parent
 * @example
 * segmentsOf({ parents: [{ id: 'a', massG: 61, segmentsG: [17, 44] }], demands: [], cutLossG: 0 }).map(({ massG }) => massG) // => [17, 44]
 */
export function segmentsOf({ parents, demands, cutLossG }: MinisInput): Segment[] {
  requireDistinct(parents, 'parents');
  requireDistinct(demands, 'demands');
  if (!Number.isFinite(cutLossG) || cutLossG < 0) throw new InputError('must be 0 or more', 'cutLossG');
  demands.forEach(({ massG, count }, i) => {
    requirePositive(massG, `demands.${i}.massG`);
    if (!Number.isInteger(count) || count < 0)
      throw new InputError('must be a whole number, 0 or more', `demands.${i}.count`);
  });
  return parents.flatMap(({ id, massG, segmentsG = [massG], yarn }, parent) => {
    requirePositive(massG, `parents.${parent}.massG`);
    segmentsG.forEach((each, i) => requirePositive(each, `parents.${parent}.segmentsG.${i}`));
    if (segmentsG.reduce((sum, each) => sum + each, 0) > massG + SLACK_G)
      throw new InputError('together they are more than their parent', `parents.${parent}.segmentsG`);
    return segmentsG.map((each, segment) => ({
      parent,
      parentId: id,
      segment,
      massG: each,
      ...(yarn !== undefined && { yarn }),
    }));
  });
}

function requireDistinct(named: readonly { id: string }[], path: string): void {
  const seen = new Set<string>();
  named.forEach(({ id }, i) => {
    if (seen.has(id)) throw new InputError('this name comes twice', `${path}.${i}.id`);
    seen.add(id);
  });
}

/**
 * Grams that the minis of one segment take, with their ends and ties.
 *
 * @example
 * takenG([2, 1], { demands: [{ id: 'a', massG: 10, count: 5 }, { id: 'b', massG: 20, count: 5 }], cutLossG: 0.5 }) // => 41.5
 */
export function takenG(
  counts: readonly number[],
  { demands, cutLossG }: Pick<MinisInput, 'demands' | 'cutLossG'>,
): number {
  return counts.reduce((sum, count, d) => sum + count * (demands[d]!.massG + cutLossG), 0);
}

/**
 * How many minis of each size, over all segments.
 *
 * @example
 * madeOfEach([[2, 1], [0, 3]], 2) // => [2, 4]
 */
export function madeOfEach(counts: MiniCounts, sizes: number): number[] {
  return Array.from({ length: sizes }, (_, d) => counts.reduce((sum, each) => sum + (each[d] ?? 0), 0));
}

/**
 * May this size be cut from that yarn?
 *
 * @example
 * isOfYarn({ yarn: 'lichen' }, { yarn: 'peat' }) // => false
 * @example
 * isOfYarn({}, { yarn: 'peat' }) // => true
 */
export function isOfYarn(demand: Pick<MiniDemand, 'yarn'>, segment: Pick<Segment, 'yarn'>): boolean {
  return demand.yarn === undefined || demand.yarn === segment.yarn;
}

/**
 * The priorities that are given, the first one first.
 *
 * @example
 * prioritiesOf([{ id: 'a', massG: 9, count: 2, priority: 2 }, { id: 'b', massG: 9, count: 2 }]) // => [1, 2]
 */
export function prioritiesOf(demands: readonly MiniDemand[]): number[] {
  return [...new Set(demands.map(priorityOf))].sort((a, b) => a - b);
}

/**
 * When a size is made, where not all can be.
 *
 * @example
 * priorityOf({ id: 'a', massG: 9, count: 2 }) // => 1
 */
export function priorityOf({ priority = 1 }: MiniDemand): number {
  return priority;
}

/**
 * Can the minis be made as they are assigned: does each segment hold its own, is each of its yarn, and is no size made
 * more often than wanted?
 *
 * @example
 * fits([[2]], [{ parent: 0, parentId: 'a', segment: 0, massG: 25 }], { demands: [{ id: 'm', massG: 12, count: 2 }], cutLossG: 0.2 }) // => true
 */
export function fits(
  counts: MiniCounts,
  segments: readonly Segment[],
  input: Pick<MinisInput, 'demands' | 'cutLossG'>,
): boolean {
  return (
    counts.every((each, s) => takenG(each, input) <= segments[s]!.massG + SLACK_G) &&
    counts.every((each, s) => input.demands.every((demand, d) => each[d] === 0 || isOfYarn(demand, segments[s]!))) &&
    madeOfEach(counts, input.demands.length).every((made, d) => made <= input.demands[d]!.count)
  );
}

/**
 * What a plan is worth: grams made, parents opened, and the largest stretch that is left whole.
 *
 * @example
 * worthOf([[2]], [{ parent: 0, parentId: 'a', segment: 0, massG: 30 }], { demands: [{ id: 'm', massG: 12, count: 2 }], cutLossG: 0 }) // => { madeG: 24, madeByPriorityG: [24], openedParents: 1, largestRemainderG: 6 }
 */
export function worthOf(
  counts: MiniCounts,
  segments: readonly Segment[],
  input: Pick<MinisInput, 'demands' | 'cutLossG'>,
): MinisWorth {
  const madeG = counts.reduce((sum, each) => sum + takenG(each, { ...input, cutLossG: 0 }), 0);
  const opened = new Set(segments.filter((_, s) => counts[s]!.some((count) => count > 0)).map(({ parent }) => parent));
  const remainingG = segments.flatMap(({ parent, massG }, s) =>
    opened.has(parent) ? [Math.max(0, massG - takenG(counts[s]!, input))] : [],
  );
  const madeByPriorityG = prioritiesOf(input.demands).map((priority) => {
    const demands = input.demands.map((demand) => (priorityOf(demand) === priority ? demand : { ...demand, massG: 0 }));
    return counts.reduce((sum, each) => sum + takenG(each, { demands, cutLossG: 0 }), 0);
  });
  return { madeG, madeByPriorityG, openedParents: opened.size, largestRemainderG: Math.max(0, ...remainingG) };
}

/**
 * No fewer parents than these can give so many grams, whatever is cut from them: the heaviest ones together.
 *
 * @example
 * parentsNeeded([{ id: 'a', massG: 61 }, { id: 'b', massG: 112 }, { id: 'c', massG: 33 }], 150) // => 2
 */
export function parentsNeeded(parents: readonly MiniParent[], neededG: number): number {
  const heaviest = parents.map(({ massG }) => massG).sort((a, b) => b - a);
  let sumG = 0;
  const last = heaviest.findIndex((massG) => (sumG += massG) >= neededG - SLACK_G);
  return last === -1 ? parents.length : last + 1;
}

/**
 * Below zero where the first plan is the better one: more grams made, of what goes first and then of what goes next,
 * else fewer parents opened, else a larger stretch left whole.
 *
 * @example
 * compareMinis({ madeG: 96, madeByPriorityG: [96], openedParents: 2, largestRemainderG: 3 }, { madeG: 96, madeByPriorityG: [96], openedParents: 1, largestLeftG: 0 }) > 0 // => true
 */
export function compareMinis(a: MinisWorth, b: MinisWorth): number {
  const differG = a.madeByPriorityG.map((madeG, i) => b.madeByPriorityG[i]! - madeG);
  const differing = differG.find((each) => Math.abs(each) > SLACK_G);
  if (differing !== undefined) return differing;
  if (a.openedParents !== b.openedParents) return a.openedParents - b.openedParents;
  return Math.abs(a.largestRemainderG - b.largestRemainderG) > SLACK_G ? b.largestRemainderG - a.largestRemainderG : 0;
}

/**
 * The plan as it is told: only what is made, under the names of parents and sizes.
 *
 * @example
 * assignmentsOf([[0, 3]], [{ parent: 0, parentId: 'a', segment: 0, massG: 60 }], [{ id: 'small', massG: 9, count: 4 }, { id: 'large', massG: 18, count: 4 }]) // => [{ parentId: 'a', segment: 0, demandId: 'large', count: 3 }]
 */
export function assignmentsOf(
  counts: MiniCounts,
  segments: readonly Segment[],
  demands: readonly MiniDemand[],
): MiniAssignment[] {
  return segments.flatMap(({ parentId, segment }, s) =>
    demands.flatMap(({ id }, d) => {
      const count = counts[s]![d]!;
      return count > 0 ? [{ parentId, segment, demandId: id, count }] : [];
    }),
  );
}
