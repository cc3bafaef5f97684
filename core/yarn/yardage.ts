import { type Estimate, normalCdf, product, range90, readingSd, uniformSd, weightedMean } from '../common/estimate';
import { type FibreShare, requireWhole } from './fibre';
import { InputError } from '../common/inputError';
import { standardAirFactor } from './moisture';
import { requirePositive, requireWithin } from '../common/require';

/** The length and mass a band promises, and how far off it may be (5 % where it does not say). */
export interface Band {
  lengthM: number;
  massG: number;
  tolerancePercent?: number;
}

/** Some metres of the yarn, measured and weighed. */
export interface Sample {
  lengthM: number;
  massG: number;
  /** 1 % of the length where it is not said. */
  lengthSdM?: number;
  /** The main weighing's where it is not said. */
  scaleResolutionG?: number;
  /** Of the room that it was weighed in; the main weighing's where it is not said. */
  humidityPercent?: number;
}

/** The air that something was weighed in, and what it is made of; without either its mass is taken as it stands. */
type Air = Pick<YardageInput, 'fibres' | 'humidityPercent'>;

export interface YardageInput {
  band?: Band;
  samples?: readonly Sample[];
  measuredMassG: number;
  tareG?: number;
  /** The smallest step the scale shows; 1 g where it is not said. */
  scaleResolutionG?: number;
  fibres?: readonly FibreShare[];
  humidityPercent?: number;
  needM?: number;
  needTolerancePercent?: number;
}

export interface YardageResult {
  /** m/g */
  grist: Estimate;
  massG: Estimate;
  lengthM: Estimate & { low90: number; high90: number };
  enough?: Enough;
}

export type Verdict = 'enough' | 'tight' | 'short';

export interface Enough {
  probability: number;
  verdict: Verdict;
  /** Length that is left when the need is met; below zero, what is missing. */
  marginM: number;
}

export const DEFAULT_TOLERANCE_PERCENT = 5;
export const DEFAULT_SCALE_RESOLUTION_G = 1;

/**
 * How long a piece of yarn is, from its mass on a scale and from what is known of its grist; and whether
 * that is enough.
 *
 * @throws InputError where a figure is impossible, or where nothing tells the grist
 * @see calculations.md, yardage
 * @example
 * yardage({ band: { lengthM: 212, massG: 115 }, measuredMassG: 63 }).lengthM.mean // => 116.13913043478261
 */
export function yardage(input: YardageInput): YardageResult {
  const grist = gristFromFacts(input);
  const massG = netMass(input);
  const length = product(grist, massG);
  return {
    grist,
    massG,
    lengthM: { ...length, ...range90(length) },
    ...(input.needM !== undefined && { enough: isEnough(length, input.needM, input.needTolerancePercent) }),
  };
}

/**
 * Grist (m/g) from every fact there is, weighted by 1/variance.
 *
 * @throws InputError at `band` where there is neither a band nor a sample
 * @example
 * gristFromFacts({ band: { lengthM: 366, massG: 90 } }).mean // => 4.066666666666666
 */
export function gristFromFacts(
  facts: Pick<YardageInput, 'band' | 'samples' | 'scaleResolutionG' | 'fibres' | 'humidityPercent'>,
): Estimate {
  const all = gristFacts(facts);
  if (all.length === 0) throw new InputError('give a band or at least one measured sample', 'band');
  return gristOf(pooledFacts(all));
}

/** One fact about a yarn as mass per length, which is where it errs, in standard air. */
export interface GristFact {
  gPerM: number;
  /** What errs in proportion: a band's tolerance, a ruler. */
  relativeSd: number;
  /** What errs by itself: the scale's step over the length (g/m). */
  stepSdGPerM: number;
}

/**
 * Every fact as mass per length, the band first.
 *
 * @throws InputError where a figure is impossible
 * @example
 * gristFacts({ samples: [{ lengthM: 10, massG: 4, scaleResolutionG: 0.1 }] })[0].gPerM // => 0.4
 */
export function gristFacts({
  band,
  samples = [],
  scaleResolutionG,
  ...air
}: Pick<YardageInput, 'band' | 'samples' | 'scaleResolutionG'> & Air): GristFact[] {
  return [
    ...(band ? [factOfBand(band)] : []),
    ...samples.map((sample, i) => factOfSample(sample, scaleResolutionG, air, `samples.${i}`)),
  ];
}

/** So often is the pooled value put back into the facts' own errors; then it no longer moves. */
const POOLING_ROUNDS = 2;

/**
 * Facts in one mass per length (g/m), each weighted by 1/variance. What errs in proportion errs about the pooled value,
 * not about each fact's own: otherwise what a coarse scale rounds down would count for more than what it rounds up.
 *
 * @see calculations.md, yardage
 * @example
 * pooledFacts([{ gPerM: 0.4, relativeSd: 0.01, stepSdGPerM: 0 }]).sd // => 0.004
 */
export function pooledFacts(facts: readonly GristFact[]): Estimate & { shares: number[] } {
  let about = facts.map(({ gPerM }) => gPerM);
  for (let round = 0; ; round++) {
    const known = facts.map((fact, i) => ({ mean: fact.gPerM, sd: sdAbout(fact, about[i]!) }));
    const pooled = facts.length === 1 ? known[0]! : weightedMean(known);
    if (round === POOLING_ROUNDS) return { ...pooled, shares: known.map(({ sd }) => (pooled.sd / sd) ** 2) };
    about = facts.map(() => pooled.mean);
  }
}

/**
 * How far a fact may be off, where the yarn truly has so many grams to the metre.
 *
 * @example
 * sdAbout({ gPerM: 0.4, relativeSd: 0.01, stepSdGPerM: 0.003 }, 0.4) // => 0.005
 */
export function sdAbout({ relativeSd, stepSdGPerM }: GristFact, gPerM: number): number {
  return Math.hypot(relativeSd * gPerM, stepSdGPerM);
}

/**
 * Grist (m/g) from mass per length (g/m), with the same relative error.
 *
 * @example
 * gristOf({ mean: 0.5, sd: 0.01 }) // => { mean: 2, sd: 0.04 }
 */
export function gristOf({ mean, sd }: Estimate): Estimate {
  return { mean: 1 / mean, sd: sd / mean ** 2 };
}

/**
 * Net mass in grams, in standard air where the room's humidity and the fibres are known.
 *
 * @throws InputError at `tareG` where the tare is not below what was measured
 * @example
 * netMass({ measuredMassG: 63, tareG: 4 }).mean // => 59
 */
export function netMass(
  weighing: Pick<YardageInput, 'measuredMassG' | 'tareG' | 'scaleResolutionG' | 'fibres' | 'humidityPercent'>,
): Estimate {
  const { measuredMassG, tareG = 0, scaleResolutionG = DEFAULT_SCALE_RESOLUTION_G, fibres, humidityPercent } = weighing;
  requirePositive(measuredMassG, 'measuredMassG');
  requirePositive(scaleResolutionG, 'scaleResolutionG');
  if (!Number.isFinite(tareG) || tareG < 0) throw new InputError('must be zero or more', 'tareG');
  if (fibres) requireWhole(fibres, 'fibres');
  if (tareG >= measuredMassG) throw new InputError('the tare must be below the mass that was measured', 'tareG');
  const factor = airFactor({ fibres, humidityPercent });
  // A tare is a second reading of the same scale, so the two errors add as variances.
  const readings = tareG > 0 ? Math.SQRT2 : 1;
  return {
    mean: (measuredMassG - tareG) * factor,
    sd: readingSd(scaleResolutionG) * readings * factor,
  };
}

/**
 * Is this length enough, when the need itself is uncertain by `needTolerancePercent` (5 % by default)?
 *
 * @throws InputError at `needM` or `needTolerancePercent`
 * @example
 * isEnough({ mean: 200, sd: 5 }, 150).verdict // => 'enough'
 */
export function isEnough(lengthM: Estimate, needM: number, needTolerancePercent = DEFAULT_TOLERANCE_PERCENT): Enough {
  requirePositive(needM, 'needM');
  requireWithin(needTolerancePercent, 0, 100, 'needTolerancePercent');
  const needSd = uniformSd((needM * needTolerancePercent) / 100);
  const marginM = lengthM.mean - needM;
  const spread = Math.hypot(lengthM.sd, needSd);
  // With nothing uncertain the curve is a step; dividing by zero would make 0/0 of an exact match.
  const probability = spread > 0 ? normalCdf(marginM / spread) : marginM >= 0 ? 1 : 0;
  return { probability, verdict: verdictOf(probability), marginM };
}

/**
 * A chance as a judgement.
 *
 * @example
 * verdictOf(0.95) // => 'enough'
 */
export function verdictOf(probability: number): Verdict {
  if (probability >= 0.95) return 'enough';
  return probability >= 0.5 ? 'tight' : 'short';
}

function factOfBand({ lengthM, massG, tolerancePercent = DEFAULT_TOLERANCE_PERCENT }: Band): GristFact {
  requirePositive(lengthM, 'band.lengthM');
  requirePositive(massG, 'band.massG');
  requirePositive(tolerancePercent, 'band.tolerancePercent');
  requireWithin(tolerancePercent, 0, 100, 'band.tolerancePercent');
  return { gPerM: massG / lengthM, relativeSd: uniformSd(tolerancePercent / 100), stepSdGPerM: 0 };
}

function factOfSample(
  sample: Sample,
  callsResolutionG = DEFAULT_SCALE_RESOLUTION_G,
  { fibres, humidityPercent: callsHumidityPercent }: Air,
  path: string,
): GristFact {
  const { lengthM, massG, lengthSdM = 0.01 * lengthM, scaleResolutionG = callsResolutionG } = sample;
  requirePositive(lengthM, `${path}.lengthM`);
  requirePositive(massG, `${path}.massG`);
  requirePositive(lengthSdM, `${path}.lengthSdM`);
  requirePositive(scaleResolutionG, `${path}.scaleResolutionG`);
  const air = airFactor({ fibres, humidityPercent: sample.humidityPercent ?? callsHumidityPercent });
  return {
    gPerM: (massG * air) / lengthM,
    relativeSd: lengthSdM / lengthM,
    stepSdGPerM: (readingSd(scaleResolutionG) * air) / lengthM,
  };
}

function airFactor({ fibres, humidityPercent }: Air): number {
  return fibres && humidityPercent !== undefined ? standardAirFactor(fibres, humidityPercent) : 1;
}
