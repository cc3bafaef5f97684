import type { Estimate } from './estimate';
import { classFromGrist, classFromNeedle, type WeightClass, weightClass } from './weightClass';
import { type GristFacts, type GristSource, gristOfYarn } from './yarnLength';

/** What a band does not say, as far as the rest of it lets one guess. */
export interface BandGuesses {
  weightClass?: { is: WeightClass; from: 'grist' | 'needle' };
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
  // What was measured on the yarn tells more than the needle that somebody recommends for it.
  const fromGrist = gristMPerG === undefined ? undefined : classFromGrist(gristMPerG);
  if (fromGrist) return { is: fromGrist, from: 'grist' };
  const fromNeedle = facts.needleMm ? classFromNeedle(facts.needleMm) : undefined;
  return fromNeedle && { is: fromNeedle, from: 'needle' };
}

function needlesOf({ needleMm: [low, high] }: WeightClass): { low: number; high: number } {
  return { low, high };
}
