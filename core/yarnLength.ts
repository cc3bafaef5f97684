import { type Estimate, product, range90, readingSd, weightedMean } from './estimate';
import { type MassFact, massOf } from './piece';
import { gristFromFacts } from './yardage';
import { classFromNeedle, gristFromClass, gristFromWpi, type WeightClassNumber } from './weightClass';

/** What a band tells that bears on grist. Any of it may be missing. */
export interface GristFacts {
  putUpG?: number | null;
  putUpM?: number | null;
  wpi?: number | null;
  weightClass?: WeightClassNumber | null;
  needleMm?: number | null;
}

export type GristSource = 'band' | 'wpi' | 'weight class' | 'needle';

/** Grist (m/g) and where it came from; all sources but the band are guesses. */
export interface KnownGrist extends Estimate {
  source: GristSource;
  guess: boolean;
}

/**
 * The grist of a yarn from the best that its band tells: mass and length, else WPI, else weight class, else needle.
 *
 * @returns undefined where nothing tells it
 * @example
 * gristOfYarn({ needleMm: 4 })?.source // => 'needle'
 */
export function gristOfYarn(facts: GristFacts): KnownGrist | undefined {
  const { putUpG, putUpM, wpi, weightClass, needleMm } = facts;
  if (putUpG && putUpM)
    return { ...gristFromFacts({ band: { lengthM: putUpM, massG: putUpG } }), source: 'band', guess: false };
  if (wpi) return { ...gristFromWpi(wpi), source: 'wpi', guess: true };
  if (weightClass !== null && weightClass !== undefined)
    return { ...gristFromClass(weightClass), source: 'weight class', guess: true };
  const fromNeedle = needleMm ? classFromNeedle(needleMm) : undefined;
  return fromNeedle && { ...gristFromClass(fromNeedle.number), source: 'needle', guess: true };
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
 * is shared, while each weighing errs by itself.
 *
 * @example
 * lengthLeft({ mean: 4, sd: 0.1, source: 'band', guess: false }, [{ from: 'band', massG: 100 }]).lengthM.mean // => 400
 */
export function lengthLeft(grist: KnownGrist, masses: readonly MassFact[]): LengthLeft {
  const massG = totalMass(masses);
  const length = product(grist, massG);
  const gristVariance = (grist.sd / grist.mean) ** 2;
  const variance = (length.sd / length.mean) ** 2;
  return {
    lengthM: { ...length, ...range90(length) },
    massG,
    grist,
    gristShare: variance > 0 ? gristVariance / variance : 0,
    surer: surer(grist, masses, length.sd),
  };
}

function totalMass(masses: readonly MassFact[]): Estimate {
  const estimates = masses.map(massOf);
  return {
    mean: estimates.reduce((sum, { mean }) => sum + mean, 0),
    sd: Math.hypot(...estimates.map(({ sd }) => sd)),
  };
}

function surer(grist: KnownGrist, masses: readonly MassFact[], nowSdM: number): Surer | undefined {
  if (masses.some(({ from }) => from === 'band')) {
    const weighed = masses.map((fact): MassFact =>
      fact.from === 'scale' ? fact : { from: 'scale', massG: fact.massG, tareG: 0, resolutionG: 1 },
    );
    return { how: 'weigh', lengthSdM: product(grist, totalMass(weighed)).sd };
  }
  const finer = masses.map((fact) => ({ ...fact, resolutionG: ADVISED_RESOLUTION_G }) as MassFact);
  const offers: Surer[] = [
    { how: 'finer scale', lengthSdM: product(grist, totalMass(finer)).sd },
    { how: 'sample', lengthSdM: product(withSample(grist), totalMass(masses)).sd },
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
