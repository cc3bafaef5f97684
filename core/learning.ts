import { type CakeShape, crankTurnsAtG } from './cake';
import type { Estimate } from './estimate';
import { InputError } from './inputError';
import { median } from './median';

/** What one finished cake taught: as it was wound, and as it came off. */
export interface CakeSeen {
  massG: number;
  lengthM: number;
  coreDiameterMm: number;
  /** Of a hand that keeps the angle, or of a guide that keeps its lead. */
  crossingAngleDeg?: number;
  leadMm?: number;
  turns: number;
  /** Measured after it was taken off; null where nobody did. */
  diameterMm: number | null;
  heightMm: number | null;
  /** Time spent turning, stops and rests left out; null where it was not told. */
  windingMs: number | null;
}

/**
 * The package density of a cake that was weighed and measured, in g/cm3.
 *
 * @throws InputError where the cake is not wider than its core
 * @see calculations.md, cake
 * @example
 * Number(packageDensity({ massG: 100, coreDiameterMm: 24, diameterMm: 92, heightMm: 68 }).toFixed(3)) // => 0.237
 */
export function packageDensity({
  massG,
  coreDiameterMm,
  diameterMm,
  heightMm,
}: {
  massG: number;
  coreDiameterMm: number;
  diameterMm: number;
  heightMm: number;
}): number {
  if (diameterMm <= coreDiameterMm) throw new InputError('a cake is wider than the spindle it was on', 'diameterMm');
  const volumeMm3 = (Math.PI / 4) * heightMm * (diameterMm ** 2 - coreDiameterMm ** 2);
  return massG / (volumeMm3 / 1000);
}

/**
 * Turns of the spindle for one of the crank, from a cake whose length, size and turns are known: as many wraps as the
 * length makes at that size, over the turns that were counted.
 *
 * @example
 * Number(crankRatioSeen({ massG: 96, lengthM: 393.6, turns: 560, coreDiameterMm: 24, crossingAngleDeg: 20 }, { diameterMm: 81, heightMm: 68 }).toFixed(2)) // => 4
 */
export function crankRatioSeen(
  { massG, lengthM, turns, coreDiameterMm, crossingAngleDeg, leadMm }: Omit<CakeSeen, 'diameterMm' | 'heightMm' | 'windingMs'>,
  { diameterMm, heightMm }: { diameterMm: number; heightMm: number },
): number {
  const densityGPerCm3 = packageDensity({ massG, coreDiameterMm, diameterMm, heightMm });
  const shape: CakeShape = { coreDiameterMm, heightMm, densityGPerCm3, crossingAngleDeg, leadMm };
  return crankTurnsAtG(shape, massG, lengthM / massG) / turns;
}

/** A figure that the tool has learned from the user's own work. */
export interface Learned extends Estimate {
  /** How many cakes it rests on; none: it is still the starting figure. */
  from: number;
  /** By place in what was given: too far from the rest to be believed, and so left out. */
  setAside: number[];
}

/** Where learning begins: what to expect of anybody's next cake, and how much the cakes of one bench differ. */
export interface StartingFigure extends Estimate {
  single: number;
}

/** Beyond so many robust standard deviations from the middle, one figure among many is a slip, not a cake. */
const OUTLIER_DEVIATIONS = 3.5;

/** Turns a median of absolute deviations into a standard deviation, for a normal curve. */
const MAD_TO_SD = 1.4826;

/** The least that cakes of one hand differ: below it the spread of a few is chance. */
const LEAST_RELATIVE_SD = 0.02;

/**
 * What to expect of the next cake, from those there have been. The starting figure counts as one cake that is as
 * unsure as it is, so one or two cakes move it part of the way; outliers are set aside.
 *
 * The spread told is that of single cakes, since that is what a plan for one cake needs, widened while few are known.
 *
 * @param seen one figure a cake
 * @param start where to begin: `sd` is of the next cake of anybody, `single` of cakes of one bench
 * @see B. Iglewicz and D. Hoaglin, How to detect and handle outliers (1993), for the modified z-score and its 3.5
 * @example
 * learn([], { mean: 0.3, sd: 0.03, single: 0.02 }) // => { mean: 0.3, sd: 0.03, from: 0, setAside: [] }
 * @example
 * learn([0.25, 0.26, 0.255, 0.245, 0.9], { mean: 0.3, sd: 0.03, single: 0.02 }).setAside // => [4]
 */
export function learn(seen: readonly number[], start: StartingFigure): Learned {
  const setAside = outliers(seen, start.single);
  const kept = seen.filter((_, i) => !setAside.includes(i));
  if (kept.length === 0) return { mean: start.mean, sd: start.sd, from: 0, setAside };
  const mean = kept.reduce((sum, value) => sum + value, 0) / kept.length;
  const least = LEAST_RELATIVE_SD * Math.abs(mean);
  // A few cakes tell little of their own spread, so what is usual stands for two more.
  const squares = kept.reduce((sum, value) => sum + (value - mean) ** 2, 0) + 2 * start.single ** 2;
  const sd = Math.max(least, Math.sqrt(squares / (kept.length + 1)));
  const ofMean = sd ** 2 / kept.length;
  const weight = start.sd ** 2 / (start.sd ** 2 + ofMean);
  const posterior = weight * mean + (1 - weight) * start.mean;
  return { mean: posterior, sd: Math.hypot(sd, Math.sqrt(weight * ofMean)), from: kept.length, setAside };
}

/** The spread of a few cakes may be small by chance, so the usual one is mixed in as if it were of so many more. */
const USUAL_SPREAD_COUNTS = 4;

/** The places of those figures that lie too far out; with fewer than four nobody can tell which is the slip. */
function outliers(values: readonly number[], usualSd: number): number[] {
  if (values.length < 4) return [];
  const middle = median(values);
  const spread = MAD_TO_SD * median(values.map((value) => Math.abs(value - middle)));
  const mixed = Math.sqrt(
    (values.length * spread ** 2 + USUAL_SPREAD_COUNTS * usualSd ** 2) / (values.length + USUAL_SPREAD_COUNTS),
  );
  const sd = Math.max(mixed, LEAST_RELATIVE_SD * Math.abs(middle));
  return values.flatMap((value, i) => (Math.abs(value - middle) > OUTLIER_DEVIATIONS * sd ? [i] : []));
}
