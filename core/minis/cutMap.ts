import { type MiniCounts, type MinisInput, type Segment, takenG } from './minis';

/** A stretch of a parent, in grams from the end that is worked from. */
export type CutPiece =
  | { kind: 'mini'; demand: number; segment: number; fromG: number; toG: number }
  /** Stays whole: knots within it, where it runs on over untouched yarn. */
  | { kind: 'left'; segment: number; fromG: number; toG: number; knotsG: number[] };

/**
 * How the minis and what is left of them lie along one parent: in each stretch between knots its minis, the largest
 * first, then what is over; and where whole stretches stay untouched, they stay in one with it, so that a useful length
 * is not cut up.
 *
 * @param segments of this parent
 * @param counts of the same segments
 * @example
 * cutsAlong([{ massG: 30 }], [[2]], { demands: [{ id: 'm', massG: 12, count: 2 }], cutLossG: 0.5 }).map(({ kind, toG }) => `${kind} to ${toG}`) // => ['mini to 12.5', 'mini to 25', 'left to 30']
 */
export function cutsAlong(
  segments: readonly Pick<Segment, 'massG'>[],
  counts: MiniCounts,
  input: Pick<MinisInput, 'demands' | 'cutLossG'>,
): CutPiece[] {
  const pieces: CutPiece[] = [];
  const largestFirst = input.demands.map((_, d) => d).sort((a, b) => input.demands[b]!.massG - input.demands[a]!.massG);
  let atG = 0;
  segments.forEach(({ massG }, i) => {
    const endG = atG + massG;
    const untouched = counts[i]!.every((count) => count === 0);
    const before = pieces.at(-1);
    if (untouched && before?.kind === 'left') {
      before.knotsG.push(atG);
      before.toG = endG;
    } else {
      for (const demand of largestFirst)
        for (let n = 0; n < counts[i]![demand]!; n++) {
          const toG = atG + input.demands[demand]!.massG + input.cutLossG;
          pieces.push({ kind: 'mini', demand, segment: i, fromG: atG, toG });
          atG = toG;
        }
      if (endG - atG > LEAST_REMAINING_G) pieces.push({ kind: 'left', segment: i, fromG: atG, toG: endG, knotsG: [] });
    }
    atG = endG;
  });
  return pieces;
}

/**
 * Is nothing cut from a parent?
 *
 * @param counts of its segments
 * @example
 * isUntouched([[0, 0], [0, 1]]) // => false
 */
export function isUntouched(counts: MiniCounts): boolean {
  return counts.every((each) => each.every((count) => count === 0));
}

/** Less than this is rounding. */
const LEAST_REMAINING_G = 1e-6;

/** How a plan that was changed by hand stands in one segment. */
export interface SegmentStanding {
  takenG: number;
  /** Below zero: so much more is assigned to it than it holds. */
  remainingG: number;
}

/**
 * Whether a segment holds what is assigned to it, and what is over.
 *
 * @example
 * segmentStanding({ massG: 25 }, [2], { demands: [{ id: 'm', massG: 12, count: 2 }], cutLossG: 1 }) // => { takenG: 26, remainingG: -1 }
 */
export function segmentStanding(
  { massG }: Pick<Segment, 'massG'>,
  counts: readonly number[],
  input: Pick<MinisInput, 'demands' | 'cutLossG'>,
): SegmentStanding {
  const taken = takenG(counts, input);
  const remainingG = massG - taken;
  return { takenG: taken, remainingG: Math.abs(remainingG) < LEAST_REMAINING_G ? 0 : remainingG };
}

/**
 * Joins stretches over a knot where none of them is long enough for the largest mini that may hold one: two neighbours,
 * those that are longest together, and no stretch with two knots.
 *
 * @returns the lengths in grams, and for each whether it holds a knot
 * @example
 * withOneKnot([9, 8, 11], 15) // => { segmentsG: [9, 19], holdsKnot: [false, true] }
 */
export function withOneKnot(
  segmentsG: readonly number[],
  neededG: number,
): { segmentsG: number[]; holdsKnot: boolean[] } {
  const joined = segmentsG.map((massG) => ({ massG, knot: false }));
  for (;;) {
    const pairs = joined.flatMap((each, i) => {
      const next = joined[i + 1];
      return next && !each.knot && !next.knot && each.massG < neededG && next.massG < neededG
        ? [{ i, massG: each.massG + next.massG }]
        : [];
    });
    const best = pairs.filter(({ massG }) => massG >= neededG).sort((a, b) => b.massG - a.massG)[0];
    if (!best) return { segmentsG: joined.map(({ massG }) => massG), holdsKnot: joined.map(({ knot }) => knot) };
    joined.splice(best.i, 2, { massG: best.massG, knot: true });
  }
}
