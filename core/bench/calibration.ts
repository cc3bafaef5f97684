import { type CakeShape, crankTurnsAtG, yarnVolumeMm3 } from './cake';
import { type Estimate, uniformSd } from '../common/estimate';
import { grouped } from '../common/grouped';
import { InputError } from '../common/inputError';
import { median } from '../common/median';

/** What one finished cake taught: as it was wound, and as it came off. */
export interface CakeSeen {
  massG: number;
  lengthM: number;
  coreDiameterMm: number;
  ball?: true;
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
  ball,
}: {
  massG: number;
  coreDiameterMm: number;
  diameterMm: number;
  heightMm: number;
  /** A little flat or long, as balls are. */
  ball?: true;
}): number {
  if (diameterMm <= coreDiameterMm) throw new InputError('a cake is wider than the spindle it was on', 'diameterMm');
  return massG / (yarnVolumeMm3({ coreDiameterMm, heightMm, ball }, diameterMm) / 1000);
}

/**
 * Turns of the spindle for one of the crank, from a cake whose length, size and turns are known: as many wraps as the
 * length makes at that size, over the turns that were counted.
 *
 * @example
 * Number(crankRatioSeen({ massG: 96, lengthM: 393.6, turns: 560, coreDiameterMm: 24, crossingAngleDeg: 20 }, { diameterMm: 81, heightMm: 68 }).toFixed(2)) // => 4
 */
export function crankRatioSeen(
  {
    massG,
    lengthM,
    turns,
    coreDiameterMm,
    ball,
    crossingAngleDeg,
    leadMm,
  }: Omit<CakeSeen, 'diameterMm' | 'heightMm' | 'windingMs'>,
  { diameterMm, heightMm }: { diameterMm: number; heightMm: number },
): number {
  const densityGPerCm3 = packageDensity({ massG, coreDiameterMm, diameterMm, heightMm, ball });
  const shape: CakeShape = { coreDiameterMm, heightMm, ball, densityGPerCm3, crossingAngleDeg, leadMm };
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

/** What one cake said of the crank's ratio: its turns against the wraps that its length makes, by its yarn's grist then. */
export interface RatioSeen {
  ratio: number;
  yarnId: number;
  gristMPerG: number;
}

/** The ratio to use for one yarn, and how far it may be off (as a share). */
export interface RatioKnown {
  mean: number;
  relativeSd: number;
  /** 1: whatever its grist is off by was off in the lessons too and cancels; 0: they were of other yarns. */
  gristCancels: number;
}

/** What the lengths of other yarns may be off by, all of one yarn alike: the usual tolerance of bands. */
const GRIST_RELATIVE_SD = uniformSd(0.05);

/** So far apart, the grist of a yarn has been learned anew since the lesson. */
const SAME_GRIST = 0.01;

/**
 * The gear's ratio, for the turns of one yarn. It is one figure that does not change, so many cakes tell it better than a
 * single one; but all cakes of one yarn are off together by what its grist is off, and the turns planned for that same yarn
 * are off by as much the other way. Two kinds of spread, within a yarn and between yarns, each weighted by 1/variance.
 *
 * @param start where to begin, with `single` the spread of single cakes
 * @param yarn to be wound; its grist (m/g) with its standard deviation
 * @example
 * ratioOnYarn([], { mean: 4, sd: 0.28, single: 0.12 }, { id: 1, grist: { mean: 4, sd: 0.1 } }) // => { mean: 4, relativeSd: 0.07, gristCancels: 0 }
 */
export function ratioOnYarn(
  seen: readonly RatioSeen[],
  start: StartingFigure,
  { id, grist }: { id: number; grist: Estimate },
): RatioKnown {
  const far = outliers(
    seen.map(({ ratio }) => ratio),
    start.single,
  );
  const isOwn = ({ yarnId, gristMPerG }: RatioSeen) =>
    yarnId === id && Math.abs(gristMPerG / grist.mean - 1) < SAME_GRIST;
  const groups = grouped(
    seen.filter((_, i) => !far.includes(i)),
    (lesson) => (isOwn(lesson) ? 'own' : lesson.yarnId),
  );
  const means = new Map([...groups].map(([key, lessons]) => [key, mean(lessons.map(({ ratio }) => Math.log(ratio)))]));
  const variance = spreadWithin(groups, means, start.single / start.mean);
  let information = (start.mean / start.sd) ** 2;
  let sum = information * Math.log(start.mean);
  for (const [key, lessons] of groups) {
    if (key === 'own') continue;
    const weight = 1 / (GRIST_RELATIVE_SD ** 2 + variance / lessons.length);
    information += weight;
    sum += weight * means.get(key)!;
  }
  const byOthers = { mean: sum / information, variance: 1 / information };
  const own = groups.get('own');
  if (!own) return { mean: Math.exp(byOthers.mean), relativeSd: Math.sqrt(byOthers.variance), gristCancels: 0 };
  const ofOwn = variance / own.length;
  const before = byOthers.variance + (grist.sd / grist.mean) ** 2;
  const share = before / (before + ofOwn);
  return {
    mean: Math.exp(byOthers.mean + share * (means.get('own')! - byOthers.mean)),
    relativeSd: Math.hypot((1 - share) * Math.sqrt(byOthers.variance), share * Math.sqrt(ofOwn)),
    gristCancels: share,
  };
}

/** How much cakes of one yarn differ, as a relative variance; a few tell little of it, so the usual stands for two more. */
function spreadWithin(
  groups: ReadonlyMap<unknown, readonly RatioSeen[]>,
  means: ReadonlyMap<unknown, number>,
  usual: number,
): number {
  let squares = 2 * usual ** 2;
  let freedom = 2;
  for (const [key, lessons] of groups) {
    squares += lessons.reduce((sum, { ratio }) => sum + (Math.log(ratio) - means.get(key)!) ** 2, 0);
    freedom += lessons.length - 1;
  }
  return squares / freedom;
}

const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;

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
