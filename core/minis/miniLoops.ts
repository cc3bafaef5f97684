import type { Estimate } from '../common/estimate';
import { type ReelCount, reelLength } from '../bench/reel';
import { requirePositive } from '../common/require';

/** What a mini is wound round: once round it bare, and how much room its loops have side by side. */
export type LoopForm = Pick<ReelCount, 'loopM' | 'strandMm' | 'spreadMm'>;

/** What minis are wound round. */
export const REEL_KINDS = ['arm', 'frame', 'reel', 'chair'] as const;
export type ReelKind = (typeof REEL_KINDS)[number];

/** More than this is no mini. */
const MOST_LOOPS = 20_000;

/**
 * How many loops make so much length, not rounded: later loops are longer, since they lie on those beneath.
 *
 * @throws InputError at `lengthM`, or at a field of the form
 * @see core/bench/reel.ts, which it turns round
 * @example
 * loopsForLength(15, { loopM: 0.6 }) // => 25
 * @example
 * Number(loopsForLength(30, { loopM: 0.6, strandMm: 2, spreadMm: 20 }).toFixed(1)) // => 47.6
 */
export function loopsForLength(lengthM: number, form: LoopForm): number {
  requirePositive(lengthM, 'lengthM');
  const lengthOf = (loops: number) => reelLength({ ...form, loops }).lengthM.mean;
  let [low, high] = [0, Math.min(MOST_LOOPS, lengthM / form.loopM)];
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (lengthOf(middle) < lengthM) low = middle;
    else high = middle;
  }
  return Number(((low + high) / 2).toFixed(9));
}

/**
 * Grams in a loop, before any mini was weighed: from the yarn's grist and from how long a mean loop is.
 *
 * The loop was measured by hand and the hand that winds pulls more or less, so it is never surer than a few percent.
 *
 * @param grist in m/g
 * @param massG of the minis that are to be made, for the growth of their layers
 * @example
 * gramsPerLoopByGrist({ loopM: 0.6 }, { mean: 3, sd: 0 }, 12).mean // => 0.2
 */
export function gramsPerLoopByGrist(form: LoopForm, grist: Estimate, massG: number): Estimate {
  const mean = massG / loopsForLength(massG * grist.mean, form);
  return { mean, sd: mean * Math.hypot(grist.sd / grist.mean, LOOP_SD) };
}

/** How far a hand's loops are from the measured one, as a share. */
const LOOP_SD = 0.03;
