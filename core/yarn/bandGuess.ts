import type { Estimate } from '../common/estimate';
import { readOrNull } from '../common/inputError';
import { GRAMS_PER_OUNCE } from '../common/units';
import { parseToolMm } from './needle';
import { classFromGrist, classRecommended, type Recommended, type WeightClass, weightClass } from './weightClass';
import { type GristFacts, type GristSource, gristOfYarn, recommendedIn } from './yarnLength';

/** What a band does not say, as far as the rest of it lets one guess. */
export interface BandGuesses {
  weightClass?: { is: WeightClass; from: 'grist' | Recommended };
  /** Length of one put-up, in metres. */
  putUpM?: Estimate & { from: GristSource };
  /** The needles that yarns of its class are usually knitted with. */
  needleMm?: { low: number; high: number };
}

/**
 * Fills the gaps of a band with guesses. Nothing that the band does say is guessed at.
 *
 * @example
 * bandGuesses({ needleMm: 4, putUpG: 50 }).weightClass?.is.name // => 'Light'
 * @example
 * bandGuesses({ putUpG: 115, putUpM: 212 }).weightClass?.from // => 'grist'
 */
export function bandGuesses(facts: GristFacts): BandGuesses {
  const grist = gristOfYarn(facts);
  const guessedClass = guessClass(facts, grist?.guess === false || grist?.source === 'wpi' ? grist.mean : undefined);
  const number = facts.weightClass ?? guessedClass?.is.number;
  return {
    ...(guessedClass && { weightClass: guessedClass }),
    ...(facts.putUpG &&
      !facts.putUpM &&
      grist && { putUpM: { mean: facts.putUpG * grist.mean, sd: facts.putUpG * grist.sd, from: grist.source } }),
    ...(!facts.needleMm && number !== undefined && { needleMm: needlesOf(weightClass(number)) }),
  };
}

function guessClass(facts: GristFacts, gristMPerG: number | undefined): BandGuesses['weightClass'] {
  if (facts.weightClass !== null && facts.weightClass !== undefined) return undefined;
  // What was measured on the yarn tells more than what somebody recommends for it.
  const fromGrist = gristMPerG === undefined ? undefined : classFromGrist(gristMPerG);
  if (fromGrist) return { is: fromGrist, from: 'grist' };
  return recommendedIn(facts).flatMap(({ by, size }) => {
    const is = classRecommended(by, size);
    return is ? [{ is, from: by }] : [];
  })[0];
}

function needlesOf({ needleMm: [low, high] }: WeightClass): { low: number; high: number } {
  return { low, high };
}

/** Somewhere between rope and sewing thread, in metres to the gram; and what can be at all. */
const USUAL_GRIST = { low: 0.02, high: 32 };
const POSSIBLE_GRIST = { low: 0.002, high: 250 };

/**
 * What is asked where a band's mass and length hardly go together; `possible`: it may be so all the same; `meant`: the mass
 * that was probably meant, as one types it.
 *
 * @returns null where they do, or one of them is not known
 * @example
 * gristDoubt({ putUpG: 100, putUpM: 4000 })?.possible // => true
 * @example
 * gristDoubt({ putUpG: 3.5, putUpM: 199.3 })?.question // => 'hardly any yarn is this long for its mass: 57 m to the gram. Are these 3.5 ounces, not grams? Is one of the two units wrong?'
 */
export function gristDoubt({
  putUpG,
  putUpM,
}: Pick<GristFacts, 'putUpG' | 'putUpM'>): { question: string; possible: boolean; meant: string | null } | null {
  if (!putUpG || !putUpM) return null;
  const gristMPerG = putUpM / putUpG;
  const { low, high } = USUAL_GRIST;
  if (gristMPerG >= low && gristMPerG <= high) return null;
  const possible = gristMPerG >= POSSIBLE_GRIST.low && gristMPerG <= POSSIBLE_GRIST.high;
  const asOunces = gristMPerG / GRAMS_PER_OUNCE;
  const isOunces = gristMPerG > high && putUpG < 20 && asOunces > low && asOunces < high;
  const ounces = Number(putUpG.toFixed(2));
  const guess = isOunces
    ? ` Are these ${ounces} ounces, not grams?`
    : gristMPerG > high && gristMPerG / 10 < high
      ? ' Is there a nought too many?'
      : '';
  const unlikely = `${possible ? 'hardly any' : 'no'} yarn is this ${gristMPerG > high ? 'long' : 'short'} for its mass`;
  return {
    question: `${unlikely}: ${Number(gristMPerG.toPrecision(2))} m to the gram.${guess} Is one of the two units wrong?`,
    possible,
    meant: isOunces ? `${ounces} oz` : null,
  };
}

/** Lace is often knitted on needles three times as thick as its class has them; beyond, a size was mistaken. */
const NEEDLE_WITHIN = { low: 0.5, high: 3.2 };

/**
 * What is asked where a band names a needle that no yarn of its length and mass takes; null where it may be so.
 *
 * @example
 * needleDoubt({ needleMm: 12, putUpG: 100, putUpM: 400 }) // => 'yarn as fine as this is hardly worked on 12 mm. Is it another size?'
 * @example
 * needleDoubt({ needleMm: 1, putUpG: 100, putUpM: 180 }) // => 'yarn as thick as this is hardly worked on 1 mm. Is it US 1 (2.25 mm)?'
 */
export function needleDoubt({
  needleMm,
  putUpG,
  putUpM,
}: Pick<GristFacts, 'needleMm' | 'putUpG' | 'putUpM'>): string | null {
  const usual = putUpG && putUpM ? classFromGrist(putUpM / putUpG) : undefined;
  if (!needleMm || !usual) return null;
  const [low, high] = usual.needleMm;
  const tooThick = needleMm > NEEDLE_WITHIN.high * high;
  if (!tooThick && needleMm >= NEEDLE_WITHIN.low * low) return null;
  const asUs = readOrNull(() => parseToolMm(`US ${needleMm}`, 'needle', ''));
  const isUs = asUs !== null && asUs <= NEEDLE_WITHIN.high * high && asUs >= NEEDLE_WITHIN.low * low;
  const meant = isUs ? `Is it US ${needleMm} (${asUs} mm)?` : 'Is it another size?';
  return `yarn as ${tooThick ? 'fine' : 'thick'} as this is hardly worked on ${needleMm} mm. ${meant}`;
}
