import type { Estimate } from '../common/estimate';
import type { FibreShare } from './fibre';
import { type Band, type GristFact, gristFacts, gristOf, pooledFacts, type Sample, sdAbout } from './yardage';

/** A fact that was measured, against a promise that was printed: how far may they lie apart before one must be wrong? */
export const CONTRADICTION_SIGMAS = 3;

/** What a maker may decide to go by, once the band and the samples contradict each other. */
export type Trust = 'band' | 'samples';

/** One fact about grist (m/g) and how much it counts in the whole, 0 to 1. */
export interface GristShare extends Estimate {
  from: 'band' | 'sample';
  /** The sample's place in the list that was given; undefined for the band. */
  sample?: number;
  share: number;
  /** In standard air, as a band is, or brought to it. */
  airKnown: boolean;
}

/** Some samples that cannot be of the yarn that the rest speaks of. */
export interface Contradiction {
  /** What they are held against: the band, or, where there is none, the other samples. */
  against: 'band' | 'other samples';
  samples: number[];
  /** m/g, by what they are held against, and by themselves. */
  expected: Estimate;
  found: Estimate;
  /** How many standard deviations the worst of them is off. */
  sigmas: number;
  causes: LikelyCause[];
}

/** What most often lies behind figures that are off by this much, the likeliest first. */
export type LikelyCause =
  | 'yards for metres'
  | 'ounces for grams'
  | 'two strands as one'
  | 'decimal point'
  | 'stretched'
  | 'drawn in or damp'
  | 'wrong band'
  | 'different yarns';

export interface MeasuredGrist extends Estimate {
  parts: GristShare[];
  contradiction?: Contradiction;
}

/**
 * Grist (m/g) from a band and samples, each weighted by 1/variance; and whether they contradict one another by three
 * standard deviations or more. Facts that do are not averaged away: until `trust` says which to go by, the figure
 * lies between the two and its doubt spans both.
 *
 * @returns undefined where there is neither a band nor a sample
 * @throws InputError where a figure is impossible
 * @see calculations.md, yardage
 * @example
 * measuredGrist({ lengthM: 412, massG: 115 }, [{ lengthM: 10, massG: 2.8 }])?.contradiction // => undefined
 * @example
 * measuredGrist({ lengthM: 412, massG: 115 }, [{ lengthM: 10, massG: 5.6, scaleResolutionG: 0.1 }])?.contradiction?.causes[0] // => 'two strands as one'
 */
export function measuredGrist(
  band: Band | undefined,
  samples: readonly Sample[],
  trust?: Trust | null,
  fibres?: readonly FibreShare[],
): MeasuredGrist | undefined {
  if (!band && samples.length === 0) return undefined;
  const facts = gristFacts({ band, samples, fibres });
  const all = facts.map((fact, i): Fact => {
    const sample = band ? i - 1 : i;
    if (sample < 0) return { ...fact, from: 'band', airKnown: true };
    return { ...fact, from: 'sample', sample, airKnown: !fibres || samples[sample]!.humidityPercent !== undefined };
  });
  const [bandFact, sampleFacts] = band ? [all[0], all.slice(1)] : [undefined, all];
  const contradiction = contradictionOf(bandFact, sampleFacts);
  if (!contradiction) return pooled(all);
  const isOff = ({ sample }: Fact) => sample !== undefined && contradiction.samples.includes(sample);
  const agreeing = all.filter((fact) => !isOff(fact));
  if (contradiction.against === 'band' && trust === 'band') return { ...pooled(agreeing), contradiction };
  if (contradiction.against === 'band' && trust === 'samples') return { ...pooled(sampleFacts), contradiction };
  return { ...spanning(pooled(agreeing), pooled(all.filter(isOff))), contradiction };
}

type Fact = GristFact & Pick<GristShare, 'from' | 'sample' | 'airKnown'>;

function pooled(facts: readonly Fact[]): MeasuredGrist {
  const { shares, ...gPerM } = pooledFacts(facts);
  const parts = facts.map((fact, i): GristShare => {
    const { from, sample, airKnown } = fact;
    return {
      ...gristOf({ mean: fact.gPerM, sd: sdAbout(fact, gPerM.mean) }),
      from,
      sample,
      airKnown,
      share: shares[i]!,
    };
  });
  return { ...gristOf(gPerM), parts };
}

/** Either of two is true, and nobody knows which: the mean and spread of an even mixture. */
function spanning(one: MeasuredGrist, other: MeasuredGrist): MeasuredGrist {
  const halfGap = (one.mean - other.mean) / 2;
  const halved = (parts: GristShare[]) => parts.map((part) => ({ ...part, share: part.share / 2 }));
  return {
    mean: (one.mean + other.mean) / 2,
    sd: Math.sqrt((one.sd ** 2 + other.sd ** 2) / 2 + halfGap ** 2),
    parts: [...halved(one.parts), ...halved(other.parts)],
  };
}

function contradictionOf(band: Fact | undefined, samples: readonly Fact[]) {
  // What errs is the mass: a length that weighs a coarse scale's one step more or less is no contradiction.
  const held = samples.map((sample) => {
    const others = band ? [band] : samples.filter((other) => other !== sample);
    if (others.length === 0) return { sample, sigmas: 0, expected: { mean: sample.gPerM, sd: 0 } };
    const { mean, sd } = pooledFacts(others);
    return {
      sample,
      sigmas: Math.abs(sample.gPerM - mean) / Math.hypot(sdAbout(sample, mean), sd),
      expected: { mean, sd },
    };
  });
  const off = held.filter(({ sigmas }) => sigmas >= CONTRADICTION_SIGMAS);
  if (off.length === 0) return undefined;
  // Among samples alone, one that is off makes its neighbours look off as well: the worst of them is the odd one.
  const odd = band ? off : [off.reduce((a, b) => (b.sigmas > a.sigmas ? b : a))];
  const found = pooled(odd.map(({ sample }) => sample));
  const expected = gristOf(odd[0]!.expected);
  const contradiction: Contradiction = {
    against: band ? 'band' : 'other samples',
    samples: odd.map(({ sample }) => sample.sample!),
    expected,
    found: { mean: found.mean, sd: found.sd },
    sigmas: Math.max(...odd.map(({ sigmas }) => sigmas)),
    causes: likelyCauses(found.mean / expected.mean, band !== undefined),
  };
  return contradiction;
}

const METRES_IN_YARD = 0.9144;
const GRAMS_IN_OUNCE = 28.349523125;

/**
 * What most often makes one figure this many times another.
 *
 * @param ratio what was found over what was expected
 * @example
 * likelyCauses(28.2, true)[0] // => 'ounces for grams'
 * @example
 * likelyCauses(1.08, true) // => ['yards for metres', 'stretched', 'wrong band']
 */
export function likelyCauses(ratio: number, againstBand: boolean): LikelyCause[] {
  // The same slip may have been made on either side.
  const near = (factor: number, within: number) =>
    [factor, 1 / factor].some((slip) => Math.abs(Math.log(ratio / slip)) < within);
  return [
    ...(near(METRES_IN_YARD, 0.025) ? (['yards for metres'] as const) : []),
    ...(near(GRAMS_IN_OUNCE, 0.15) ? (['ounces for grams'] as const) : []),
    ...(near(2, 0.12) ? (['two strands as one'] as const) : []),
    ...(near(10, 0.15) || near(100, 0.15) ? (['decimal point'] as const) : []),
    ...(ratio > 1 && ratio < 1.25 ? (['stretched'] as const) : []),
    ...(ratio < 1 && ratio > 0.8 ? (['drawn in or damp'] as const) : []),
    againstBand ? 'wrong band' : 'different yarns',
  ];
}
