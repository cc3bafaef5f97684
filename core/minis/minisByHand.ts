import {
  compareMinis,
  isOfYarn,
  type MiniCounts,
  type MinisInput,
  prioritiesOf,
  priorityOf,
  type Segment,
  segmentsOf,
  takenG,
  worthOf,
} from './minis';

/**
 * As one would do it by hand: what goes first, and of that the largest minis, each from the first skein that still has
 * room for it.
 *
 * @see D. S. Johnson, Near-optimal bin packing algorithms (1973), first fit decreasing
 * @example
 * firstFitDecreasing({ parents: [{ id: 'a', massG: 104 }], demands: [{ id: 'mini', massG: 12, count: 20 }], cutLossG: 0.2 }) // => [[8]]
 */
export function firstFitDecreasing(input: MinisInput): MiniCounts {
  const segments = segmentsOf(input);
  const counts = segments.map(() => input.demands.map(() => 0));
  const remainingG = segments.map(({ massG }) => massG);
  for (const { d, massG, count } of largestFirst(input)) {
    let wanted = count;
    for (let s = 0; s < segments.length && wanted > 0; s++) {
      if (!isOfYarn(input.demands[d]!, segments[s]!)) continue;
      const many = Math.min(wanted, wholeTimes(remainingG[s]!, massG + input.cutLossG));
      counts[s]![d]! += many;
      remainingG[s]! -= many * (massG + input.cutLossG);
      wanted -= many;
    }
  }
  return counts;
}

/**
 * A good plan in a moment, as a place to begin from: each segment in turn is filled as full as the sizes that are still
 * wanted allow, the fullest combination being found exactly; from the largest segment on and from the smallest on, and
 * the better of the two, or of `firstFitDecreasing`, is taken.
 *
 * @example
 * filledWell({ parents: [{ id: 'a', massG: 50 }], demands: [{ id: 'x', massG: 30, count: 1 }, { id: 'y', massG: 25, count: 2 }], cutLossG: 0 }) // => [[0, 2]]
 */
export function filledWell(input: MinisInput): MiniCounts {
  const segments = segmentsOf(input);
  const upwards = segments.map((_, s) => s).sort((a, b) => segments[a]!.massG - segments[b]!.massG);
  const plans = [
    filled(input, segments, [...upwards].reverse()),
    filled(input, segments, upwards),
    firstFitDecreasing(input),
  ];
  return plans.reduce((best, plan) =>
    compareMinis(worthOf(plan, segments, input), worthOf(best, segments, input)) < 0 ? plan : best,
  );
}

function filled(input: MinisInput, segments: readonly Segment[], order: readonly number[]): MiniCounts {
  const { demands } = input;
  const wanted = demands.map(({ count }) => count);
  const counts = segments.map(() => demands.map(() => 0));
  for (const priority of prioritiesOf(demands))
    for (const s of order) {
      const now = demands.map((demand, d) =>
        priorityOf(demand) === priority && isOfYarn(demand, segments[s]!) ? wanted[d]! : 0,
      );
      const best = fullest(segments[s]!.massG - takenG(counts[s]!, input), input, now);
      best.forEach((count, d) => {
        counts[s]![d]! += count;
        wanted[d]! -= count;
      });
    }
  return counts;
}

/** Steps that a segment's mass is divided into to find its fullest combination: finer than any scale. */
const STEP_G = 0.05;

/** The combination of wanted minis that makes the most grams out of so much yarn; as a bounded knapsack. */
function fullest(massG: number, { demands, cutLossG }: MinisInput, wanted: readonly number[]): number[] {
  const room = Math.max(0, Math.floor(massG / STEP_G + 1e-6));
  const sizes = demands.map((demand) => Math.ceil((demand.massG + cutLossG) / STEP_G - 1e-6));
  // The most grams within so many steps, of the sizes up to here; and how many of this size that takes.
  let mostG = new Float64Array(room + 1);
  const taken = demands.map(({ massG }, d) => {
    const before = mostG;
    const counts = new Int16Array(room + 1);
    mostG = before.slice();
    const [size, most] = [sizes[d]!, wanted[d]!];
    for (let step = size; step <= room; step++) {
      let best = mostG[step]!;
      for (let k = 1, from = step - size; k <= most && from >= 0; k++, from -= size) {
        const madeG = before[from]! + k * massG;
        if (madeG > best + 1e-9) {
          best = madeG;
          counts[step] = k;
        }
      }
      mostG[step] = best;
    }
    return counts;
  });
  let step = room;
  return taken
    .map((counts, d) => ({ counts, d }))
    .reverse()
    .map(({ counts, d }) => {
      const count = counts[step]!;
      step -= count * sizes[d]!;
      return count;
    })
    .reverse();
}

function largestFirst({ demands }: MinisInput) {
  return demands
    .map((demand, d) => ({ d, massG: demand.massG, count: demand.count, priority: priorityOf(demand) }))
    .sort((a, b) => a.priority - b.priority || b.massG - a.massG);
}

function wholeTimes(room: number, size: number): number {
  return Math.max(0, Math.floor(room / size + 1e-9));
}
