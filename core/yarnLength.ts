import { type Estimate, product, range90, readingSd, uniformSd, weightedMean } from './estimate';
import type { FibreShare } from './fibre';
import { type Contradiction, type GristPart, measuredGrist, type Trust } from './gristFacts';
import { type MassFact, massOf } from './piece';
import type { Sample } from './yardage';
import { classFromNeedle, gristFromClass, gristFromWpi, type WeightClassNumber } from './weightClass';

/** What is known of a yarn that bears on its grist. Any of it may be missing. */
export interface GristFacts {
  putUpG?: number | null;
  putUpM?: number | null;
  wpi?: number | null;
  weightClass?: WeightClassNumber | null;
  needleMm?: number | null;
  /** Lengths that were measured and weighed. */
  samples?: readonly Sample[];
  /** What to go by where the samples contradict the band. */
  trust?: Trust | null;
  /** The grist (m/g) of a yarn that is like it. */
  likeMPerG?: number | null;
}

/** Where a grist can come from; from `wpi` on they are guesses. */
export const GRIST_SOURCES = [
  'band',
  'samples',
  'band and samples',
  'wpi',
  'like yarn',
  'weight class',
  'needle',
] as const;
export type GristSource = (typeof GRIST_SOURCES)[number];

/** Grist (m/g) and where it came from; what is neither the band nor measured is a guess. */
export interface KnownGrist extends Estimate {
  source: GristSource;
  guess: boolean;
  /** The facts it was made from; none where it is a guess. */
  parts: GristPart[];
  contradiction?: Contradiction;
}

/** How far a yarn that looks the same may be off, either way: a rule of thumb. */
export const LIKE_YARN_WITHIN = 0.15;

/**
 * The grist of a yarn from the best that is known of it: its band and what was measured; else WPI, else a like yarn,
 * else its weight class, else its needle.
 *
 * @returns undefined where nothing tells it
 * @example
 * gristOfYarn({ needleMm: 4 })?.source // => 'needle'
 * @example
 * gristOfYarn({ needleMm: 4, samples: [{ lengthM: 10, massG: 4, scaleResolutionG: 0.1 }] })?.mean // => 2.5
 */
export function gristOfYarn(facts: GristFacts): KnownGrist | undefined {
  const { putUpG, putUpM, samples = [], trust } = facts;
  const measured = measuredGrist(putUpG && putUpM ? { lengthM: putUpM, massG: putUpG } : undefined, samples, trust);
  if (!measured) return guessedGrist(facts);
  const from = new Set(measured.parts.map((part) => part.from));
  const source = from.size === 2 ? 'band and samples' : from.has('band') ? 'band' : 'samples';
  return { ...measured, source, guess: false };
}

function guessedGrist({ wpi, likeMPerG, weightClass, needleMm }: GristFacts): KnownGrist | undefined {
  const guess = (source: GristSource, estimate: Estimate): KnownGrist => ({
    ...estimate,
    source,
    guess: true,
    parts: [],
  });
  if (wpi) return guess('wpi', gristFromWpi(wpi));
  if (likeMPerG) return guess('like yarn', { mean: likeMPerG, sd: uniformSd(LIKE_YARN_WITHIN * likeMPerG) });
  if (weightClass !== null && weightClass !== undefined) return guess('weight class', gristFromClass(weightClass));
  const fromNeedle = needleMm ? classFromNeedle(needleMm) : undefined;
  return fromNeedle && guess('needle', gristFromClass(fromNeedle.number));
}

/** How long some pieces of one yarn are together, and what the figure rests on. */
export interface LengthLeft {
  lengthM: Estimate & { low90: number; high90: number };
  massG: Estimate;
  grist: KnownGrist;
  /** The part of the uncertainty (variance) that comes from the grist; the rest comes from the scale. */
  gristShare: number;
  surer?: Surer;
}

/** What would narrow the length most, and the standard deviation (m) it would then have. */
export interface Surer {
  how: 'weigh' | 'finer scale' | 'sample';
  lengthSdM: number;
}

/** Metres to measure off and weigh, and the scale to do it on, in the advice of `surer`. */
export const ADVISED_SAMPLE_M = 10;
export const ADVISED_RESOLUTION_G = 0.1;

/**
 * How much there is of one yarn, over all its pieces whose mass is known. One grist serves them all, so its error
 * is shared, while each weighing errs by itself. Masses from a room whose humidity is known are brought to standard
 * air, where the fibres are known.
 *
 * @example
 * lengthLeft({ mean: 4, sd: 0.1, source: 'band', guess: false, parts: [] }, [{ from: 'band', massG: 100 }]).lengthM.mean // => 400
 */
export function lengthLeft(
  grist: KnownGrist,
  masses: readonly MassFact[],
  fibres: readonly FibreShare[] = [],
): LengthLeft {
  const massG = totalMass(masses, fibres);
  const length = product(grist, massG);
  const gristVariance = (grist.sd / grist.mean) ** 2;
  const variance = (length.sd / length.mean) ** 2;
  return {
    lengthM: { ...length, ...range90(length) },
    massG,
    grist,
    gristShare: variance > 0 ? gristVariance / variance : 0,
    // While its facts contradict each other, settling that comes first.
    surer: isOpen(grist) ? undefined : surer(grist, masses, fibres, length.sd),
  };
}

/**
 * Do facts contradict each other, and does nobody say which to go by?
 *
 * @example
 * isOpen({ mean: 4, sd: 0.1, source: 'band', guess: false, parts: [] }) // => false
 */
export function isOpen({ contradiction, parts }: KnownGrist): boolean {
  return (
    contradiction !== undefined &&
    parts.some(({ sample }) => contradiction.samples.includes(sample ?? -1)) &&
    parts.some(({ sample }) => !contradiction.samples.includes(sample ?? -1))
  );
}

function totalMass(masses: readonly MassFact[], fibres: readonly FibreShare[]): Estimate {
  const estimates = masses.map((fact) => massOf(fact, fibres));
  return {
    mean: estimates.reduce((sum, { mean }) => sum + mean, 0),
    sd: Math.hypot(...estimates.map(({ sd }) => sd)),
  };
}

function surer(
  grist: KnownGrist,
  masses: readonly MassFact[],
  fibres: readonly FibreShare[],
  nowSdM: number,
): Surer | undefined {
  if (masses.some(({ from }) => from === 'band')) {
    const weighed = masses.map((fact): MassFact =>
      fact.from === 'scale' ? fact : { from: 'scale', massG: fact.massG, tareG: 0, resolutionG: 1 },
    );
    return { how: 'weigh', lengthSdM: product(grist, totalMass(weighed, fibres)).sd };
  }
  const finer = masses.map((fact) => ({ ...fact, resolutionG: ADVISED_RESOLUTION_G }) as MassFact);
  const offers: Surer[] = [
    { how: 'finer scale', lengthSdM: product(grist, totalMass(finer, fibres)).sd },
    { how: 'sample', lengthSdM: product(withSample(grist), totalMass(masses, fibres)).sd },
  ];
  const best = offers.reduce((a, b) => (b.lengthSdM < a.lengthSdM ? b : a));
  // Advice that gains less than a tenth is not worth a walk to another scale.
  return best.lengthSdM < 0.9 * nowSdM ? best : undefined;
}

function withSample(grist: Estimate): Estimate {
  const sampleG = ADVISED_SAMPLE_M / grist.mean;
  const relativeSd = Math.hypot(0.01, readingSd(ADVISED_RESOLUTION_G) / sampleG);
  return weightedMean([grist, { mean: grist.mean, sd: grist.mean * relativeSd }]);
}
