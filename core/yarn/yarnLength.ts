import { type Estimate, product, range90, readingSd, sumOf, uniformSd, weightedMean } from '../common/estimate';
import { type FibreShare, regainOf } from './fibre';
import { type Contradiction, type GristShare, measuredGrist, type Trust } from './gristFacts';
import { type MassFact, massOf, offWithLotG } from './piece';
import type { Sample } from './yardage';
import type { Gauge } from './gauge';
import {
  gristFromClass,
  gristFromWpi,
  gristRecommended,
  type Recommended,
  type WeightClassNumber,
} from './weightClass';

/** What is known of a yarn that bears on its grist. Any of it may be missing. */
export interface GristFacts {
  putUpG?: number | null;
  putUpM?: number | null;
  wpi?: number | null;
  weightClass?: WeightClassNumber | null;
  needleMm?: number | null;
  hookMm?: number | null;
  gauge?: Gauge | null;
  /** Lengths that were measured and weighed. */
  samples?: readonly Sample[];
  fibres?: readonly FibreShare[];
  /** What plying makes of its singles (m/g), until the ply itself is measured. */
  plied?: Estimate | null;
  /** What to go by where the samples contradict the band. */
  trust?: Trust | null;
  /** The grist (m/g) of a yarn that is like it. */
  likeMPerG?: number | null;
}

/** Where a grist can come from; from `singles` on they are guesses. */
export const GRIST_SOURCES = [
  'band',
  'samples',
  'band and samples',
  'singles',
  'wpi',
  'like yarn',
  'weight class',
  'gauge',
  'needle',
  'hook',
] as const;
export type GristSource = (typeof GRIST_SOURCES)[number];

/** Grist (m/g) and where it came from; what is neither the band nor measured is a guess. */
export interface KnownGrist extends Estimate {
  source: GristSource;
  guess: boolean;
  /** The facts it was made from; none where it is a guess. */
  parts: GristShare[];
  contradiction?: Contradiction;
}

/** How far a yarn that looks the same may be off, either way: a rule of thumb. */
export const LIKE_YARN_WITHIN = 0.15;

/**
 * The grist of a yarn from the best that is known of it: its band and what was measured; else WPI, else a like yarn,
 * else its weight class, else its gauge, its needle or its hook.
 *
 * @returns undefined where nothing tells it
 * @example
 * gristOfYarn({ needleMm: 4 })?.source // => 'needle'
 * @example
 * gristOfYarn({ needleMm: 4, samples: [{ lengthM: 10, massG: 4, scaleResolutionG: 0.1 }] })?.mean // => 2.5
 */
export function gristOfYarn(facts: GristFacts): KnownGrist | undefined {
  const { putUpG, putUpM, samples = [], trust, fibres = [] } = facts;
  const band = putUpG && putUpM ? { lengthM: putUpM, massG: putUpG } : undefined;
  const measured = measuredGrist(band, samples, trust, fibres.length > 0 ? fibres : undefined);
  if (!measured) return guessedGrist(facts);
  const from = new Set(measured.parts.map((part) => part.from));
  const source = from.size === 2 ? 'band and samples' : from.has('band') ? 'band' : 'samples';
  return { ...measured, source, guess: false };
}

/**
 * What a band recommends, each with its size, in the order in which it is gone by.
 *
 * @example
 * recommendedIn({ hookMm: 5 }) // => [{ by: 'hook', size: 5 }]
 */
export function recommendedIn({
  gauge,
  needleMm,
  hookMm,
}: Pick<GristFacts, 'gauge' | 'needleMm' | 'hookMm'>): { by: Recommended; size: number }[] {
  const all = [
    { by: 'gauge' as const, size: gauge?.stitchesPer10Cm },
    { by: 'needle' as const, size: needleMm },
    { by: 'hook' as const, size: hookMm },
  ];
  return all.flatMap(({ by, size }) => (size ? [{ by, size }] : []));
}

function guessedGrist(facts: GristFacts): KnownGrist | undefined {
  const { plied, wpi, likeMPerG, weightClass } = facts;
  const guess = (source: GristSource, estimate: Estimate): KnownGrist => ({
    ...estimate,
    source,
    guess: true,
    parts: [],
  });
  if (plied) return guess('singles', plied);
  if (wpi) return guess('wpi', gristFromWpi(wpi));
  if (likeMPerG) return guess('like yarn', { mean: likeMPerG, sd: uniformSd(LIKE_YARN_WITHIN * likeMPerG) });
  if (weightClass !== null && weightClass !== undefined) return guess('weight class', gristFromClass(weightClass));
  return recommendedIn(facts).flatMap(({ by, size }) => {
    const grist = gristRecommended(by, size);
    return grist ? [guess(by, grist)] : [];
  })[0];
}

/** How long some pieces of one yarn are together, and what the figure rests on. */
export interface RemainingLength {
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

/** A piece's mass, and what treatments have made of each gram it had (1 where nothing was done to it). */
export type MassToMeasure = MassFact & { treated?: number };

/**
 * How much there is of one yarn, over all its pieces whose mass is known. One grist serves them all, so its error
 * is shared, while each weighing errs by itself. Masses from a room whose humidity is known are brought to standard
 * air, where the fibres are known; where nobody looked at the room, what the air may hold widens the range. Washing and
 * dyeing change mass, never metres.
 *
 * @example
 * remainingLength({ mean: 4, sd: 0.1, source: 'band', guess: false, parts: [] }, [{ from: 'band', massG: 100 }]).lengthM.mean // => 400
 * @example
 * remainingLength({ mean: 2.2, sd: 0.06, source: 'band', guess: false, parts: [] }, [{ from: 'scale', massG: 96.5, tareG: 0, resolutionG: 0.1, treated: 0.965 }]).lengthM.mean // => 220
 */
export function remainingLength(
  grist: KnownGrist,
  masses: readonly MassToMeasure[],
  fibres: readonly FibreShare[] = [],
): RemainingLength {
  const length = product(grist, massToMeasure(grist, masses, fibres));
  const gristVariance = (grist.sd / grist.mean) ** 2;
  const variance = (length.sd / length.mean) ** 2;
  return {
    lengthM: { ...length, ...range90(length) },
    massG: sumOfMasses(masses, (fact) => massOf(fact, fibres)),
    grist,
    gristShare: variance > 0 ? gristVariance / variance : 0,
    // While its facts contradict each other, settling that comes first.
    surer: isOpen(grist) ? undefined : surer(grist, masses, fibres, length.sd),
  };
}

/**
 * The metres in each gram of one piece as it was put on the scale: in the air of that room, and after whatever made it
 * heavier or lighter. A plan and the weighing of its cakes go by it, so that they are as long as the piece is.
 *
 * @example
 * gristAsWeighed({ mean: 220, sd: 6 }, { from: 'scale', massG: 96.5, tareG: 0, resolutionG: 0.1 }).mean // => 2.2797927461139897
 */
export function gristAsWeighed(lengthM: Estimate, fact: MassFact): Estimate {
  const { mean: massG, sd } = massOf(fact);
  const relativeVariance = (lengthM.sd / lengthM.mean) ** 2 - (sd / massG) ** 2;
  const mean = lengthM.mean / massG;
  return { mean, sd: mean * Math.sqrt(Math.max(0, relativeVariance)) };
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

/** How far a mass of wool may be off where nobody looked at the room's air; of other fibres in proportion to their regain. */
const AIR_RELATIVE_SD = 0.02;
const REGAIN_OF_WOOL = 0.145;

/**
 * A mass as it was before any treatment: as many grams as its metres follow from.
 *
 * @example
 * massBefore({ from: 'scale', massG: 96.5, tareG: 0, resolutionG: 0.1, treated: 0.965 }).mean // => 100
 * @example
 * massBefore({ from: 'scale', massG: 50, tareG: 0, resolutionG: Math.sqrt(12), treated: 0.5 }).sd // => 2
 */
export function massBefore({ treated = 1, ...fact }: MassToMeasure, fibres: readonly FibreShare[] = []): Estimate {
  const { mean, sd } = massOf(fact, fibres);
  return { mean: mean / treated, sd: sd / treated };
}

/**
 * Several masses together. Each weighing errs by itself; put-ups that nobody weighed are off with their lot, all alike.
 *
 * @example
 * sumOfMasses([{ from: 'band', massG: 50 }, { from: 'band', massG: 50 }], massBefore).sd.toFixed(2) // => '2.65'
 */
export function sumOfMasses<Fact extends MassToMeasure>(
  masses: readonly Fact[],
  massOfOne: (fact: Fact) => Estimate,
): Estimate {
  const { mean, sd } = sumOf(masses.map(massOfOne));
  const lots = masses.map((fact) => offWithLotG(fact) / (fact.treated ?? 1));
  const together = lots.reduce((sum, each) => sum + each, 0);
  const apart = lots.reduce((sum, each) => sum + each ** 2, 0);
  return { mean, sd: Math.sqrt(sd ** 2 + together ** 2 - apart) };
}

/** Masses as the grist takes them, together. */
function massToMeasure(
  { parts }: KnownGrist,
  masses: readonly MassToMeasure[],
  fibres: readonly FibreShare[],
): Estimate {
  const estimates = masses.map((fact) => massBefore(fact, fibres));
  const mass = sumOfMasses(masses, (fact) => massBefore(fact, fibres));
  // A sample and a weighing of rooms that nobody looked at are off alike: only where one of them is known they part.
  const unknownShare = parts.reduce((sum, { airKnown, share }) => sum + (airKnown ? 0 : share), 0);
  const airG = masses.reduce((sum, fact, i) => {
    const known = fact.from === 'band' || (fact.humidityPercent ?? null) !== null;
    return sum + estimates[i]!.mean * Math.abs((known ? 0 : 1) - unknownShare);
  }, 0);
  const relativeSd = fibres.length > 0 ? (AIR_RELATIVE_SD * regainOf(fibres)) / REGAIN_OF_WOOL : 0;
  return { mean: mass.mean, sd: Math.hypot(mass.sd, airG * relativeSd) };
}

function surer(
  grist: KnownGrist,
  masses: readonly MassToMeasure[],
  fibres: readonly FibreShare[],
  nowSdM: number,
): Surer | undefined {
  const sdWith = (other: Estimate & KnownGrist, facts: readonly MassToMeasure[]) =>
    product(other, massToMeasure(other, facts, fibres)).sd;
  const onScale = (resolutionG: number) =>
    masses.map((fact): MassToMeasure =>
      fact.from === 'scale'
        ? { ...fact, resolutionG: Math.min(fact.resolutionG, resolutionG) }
        : { from: 'scale', massG: massOf(fact).mean, tareG: 0, resolutionG, treated: fact.treated },
    );
  const unweighed = masses.some(({ from }) => from === 'band');
  const offers: Surer[] = [
    ...(unweighed ? [{ how: 'weigh' as const, lengthSdM: sdWith(grist, onScale(1)) }] : []),
    { how: 'finer scale', lengthSdM: sdWith(grist, onScale(ADVISED_RESOLUTION_G)) },
    { how: 'sample', lengthSdM: sdWith({ ...grist, ...withSample(grist) }, masses) },
  ];
  // The first that gains a tenth, unless another gains a tenth more: a walk to another scale must be worth it.
  const worth = offers.filter(({ lengthSdM }) => lengthSdM < 0.9 * nowSdM);
  return worth.reduce<Surer | undefined>((a, b) => (a && a.lengthSdM * 0.9 <= b.lengthSdM ? a : b), undefined);
}

function withSample(grist: Estimate): Estimate {
  const sampleG = ADVISED_SAMPLE_M / grist.mean;
  const relativeSd = Math.hypot(0.01, readingSd(ADVISED_RESOLUTION_G) / sampleG);
  return weightedMean([grist, { mean: grist.mean, sd: grist.mean * relativeSd }]);
}
