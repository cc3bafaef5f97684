import { type Estimate, readingSd } from '../common/estimate';
import { GRAMS_PER_OUNCE } from '../common/units';

/** What a scale can say of minis of this tolerance. */
export interface ScaleJudgement {
  verdict: 'judges' | 'barely' | 'too coarse';
  /** So many minis between two weighings of the parent, and the mean of them is known to half the tolerance. */
  minisBetweenWeighings: number;
}

/**
 * Is a scale fine enough to tell whether a mini is within its tolerance? A reading is right to half a step. Where that
 * takes up the tolerance, one weighs the parent before and after several minis instead: two readings, shared by all.
 *
 * @example
 * scaleJudges(1, 0.3) // => { verdict: 'too coarse', minisBetweenWeighings: 7 }
 * @example
 * scaleJudges(0.1, 0.3).verdict // => 'judges'
 */
export function scaleJudges(resolutionG: number, toleranceG: number): ScaleJudgement {
  const halfStepG = resolutionG / 2;
  return {
    verdict: halfStepG >= toleranceG ? 'too coarse' : halfStepG > toleranceG / 2 ? 'barely' : 'judges',
    minisBetweenWeighings: Math.max(1, Math.ceil((2 * resolutionG) / toleranceG)),
  };
}

export type MiniVerdict = 'within' | 'light' | 'heavy' | 'cannot tell';

/**
 * Is a mini within its tolerance, as far as its scale can tell?
 *
 * @example
 * miniVerdict({ massG: 12.2, resolutionG: 0.1 }, { massG: 12, toleranceG: 0.5 }) // => 'within'
 * @example
 * miniVerdict({ massG: 12, resolutionG: 2 }, { massG: 12, toleranceG: 0.5 }) // => 'cannot tell'
 */
export function miniVerdict(
  weighed: { massG: number; resolutionG: number },
  wanted: { massG: number; toleranceG: number },
): MiniVerdict {
  const offG = weighed.massG - wanted.massG;
  const halfStepG = weighed.resolutionG / 2;
  if (Math.abs(offG) + halfStepG <= wanted.toleranceG + SLACK_G) return 'within';
  if (Math.abs(offG) - halfStepG > wanted.toleranceG - SLACK_G) return offG < 0 ? 'light' : 'heavy';
  // A fine scale at the very edge still takes a side.
  if (halfStepG <= wanted.toleranceG / 2)
    return Math.abs(offG) <= wanted.toleranceG + SLACK_G ? 'within' : offG < 0 ? 'light' : 'heavy';
  return 'cannot tell';
}

const SLACK_G = 1e-9;

/** What may lie behind a weighing that cannot be believed. */
export type WeighingDoubt =
  | { kind: 'with the one before' }
  | { kind: 'ounces' }
  /** More (or fewer, below zero) loops than were counted would weigh so much. */
  | { kind: 'loops'; loops: number }
  | { kind: 'unlikely' };

/** Beyond so many standard deviations a weighing is asked about. */
const ASKED_BEYOND = 4;

/**
 * Does a weighing contradict the loops that were counted, and what may be behind it? Null where it can be believed.
 *
 * @param expected of so many loops, by all that is known
 * @param beforeG what the mini before weighed
 * @example
 * weighingDoubt({ massG: 23.9, resolutionG: 0.1 }, { mean: 12, sd: 0.2 }, 60, 11.9) // => { kind: 'with the one before' }
 * @example
 * weighingDoubt({ massG: 14, resolutionG: 0.1 }, { mean: 12, sd: 0.2 }, 60) // => { kind: 'loops', loops: 10 }
 */
export function weighingDoubt(
  weighed: { massG: number; resolutionG: number },
  expected: Estimate,
  loops: number,
  beforeG?: number,
): WeighingDoubt | null {
  const sd = Math.hypot(expected.sd, readingSd(weighed.resolutionG));
  const isLike = (massG: number) => Math.abs(weighed.massG - massG) <= Math.max(2.5 * sd, weighed.resolutionG);
  if (Math.abs(weighed.massG - expected.mean) <= Math.max(ASKED_BEYOND * sd, weighed.resolutionG)) return null;
  if (beforeG !== undefined && isLike(expected.mean + beforeG)) return { kind: 'with the one before' };
  if (isLike(expected.mean / GRAMS_PER_OUNCE)) return { kind: 'ounces' };
  const more = Math.round(weighed.massG / (expected.mean / loops)) - loops;
  // A count is lost by tens or near them; much more than that is another mistake.
  if (more !== 0 && Math.abs(more) <= Math.max(12, 0.35 * loops)) return { kind: 'loops', loops: more };
  return { kind: 'unlikely' };
}
