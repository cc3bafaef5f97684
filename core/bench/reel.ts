import type { Estimate } from '../common/estimate';
import { requirePositive } from '../common/require';

/** Loops counted on a reel, an arm or a frame. */
export interface ReelCount {
  loops: number;
  /** Once round the bare reel. */
  loopM: number;
  /** How thick the strand lies, and how wide the loops are spread over the bar; without both, loops do not grow. */
  strandMm?: number | null;
  spreadMm?: number | null;
}

/** How wide loops can lie on a bar, in millimetres; outside of it, a unit is wrong. */
export const SPREAD_BOUNDS_MM = { lowMm: 5, highMm: 2000 };

export interface ReelLength {
  lengthM: Estimate;
  /** How many strands lie on one another, on the mean of the bar; 1 where the spread is not known. */
  layers: number;
  /** How much longer the mean loop is than the first, as layers build. */
  growthM: number;
}

/** How far a length that was measured off by hand is out: its standard deviation, as a part of it. */
const MEASURED_LENGTH_SD = 0.01;

/**
 * How long a skein is, from the loops on the reel. Each layer lies on the one beneath, so later loops are longer: the
 * middle of layer k lies (k - 1/2) strands above the bare reel, which makes the mean loop longer by pi x layers x strand.
 *
 * @throws InputError at `loops`, `loopM`, `strandMm` or `spreadMm`
 * @see calculations.md, more
 * @example
 * reelLength({ loops: 120, loopM: 1.52 }).lengthM.mean // => 182.4
 * @example
 * Number(reelLength({ loops: 120, loopM: 1.52, strandMm: 2, spreadMm: 60 }).growthM.toFixed(5)) // => 0.02513
 */
export function reelLength({ loops, loopM, strandMm, spreadMm }: ReelCount): ReelLength {
  requirePositive(loops, 'loops');
  requirePositive(loopM, 'loopM');
  const known = strandMm !== null && strandMm !== undefined && spreadMm !== null && spreadMm !== undefined;
  const layers = known
    ? Math.max(1, (loops * requirePositive(strandMm, 'strandMm')) / requirePositive(spreadMm, 'spreadMm'))
    : 1;
  const growthM = known ? (Math.PI * layers * strandMm) / 1000 : 0;
  const mean = loops * (loopM + growthM);
  return { lengthM: { mean, sd: MEASURED_LENGTH_SD * mean }, layers, growthM };
}

/**
 * How much shorter a yarn has become in the wash, in percent; below zero where it has grown.
 *
 * @throws InputError at `beforeM` or `afterM`
 * @example
 * shrinkagePercent(200, 190) // => 5
 */
export function shrinkagePercent(beforeM: number, afterM: number): number {
  return 100 * (1 - requirePositive(afterM, 'afterM') / requirePositive(beforeM, 'beforeM'));
}
