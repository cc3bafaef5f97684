import { type Estimate, uniformSd } from '../common/estimate';
import { DEFAULT_TOLERANCE_PERCENT } from './yardage';

/** What a put-up weighs that nobody weighed; what is off with its whole lot is shared by all of them. */
export interface PutUpMass extends Estimate {
  lotSd: number;
}

/** What a put-up may be off by its band, as a relative standard deviation. */
const BAND_SD = uniformSd(DEFAULT_TOLERANCE_PERCENT / 100);
/** So much of that is off with the whole lot, and the rest from one put-up to the next: a rule of thumb. */
const LOT_SD = 0.024;
const OWN_SD = Math.sqrt(BAND_SD ** 2 - LOT_SD ** 2);
/** The rule of thumb for one from another is worth so many that were weighed. */
const RULE_WORTH = 3;
/** What is further off was no whole put-up. */
const FURTHEST = 0.1;

/**
 * What a put-up weighs by its band alone.
 *
 * @example
 * putUpByBand(100).lotSd // => 2.4
 */
export function putUpByBand(putUpG: number): PutUpMass {
  return { mean: putUpG, sd: putUpG * BAND_SD, lotSd: putUpG * LOT_SD };
}

/**
 * What a put-up weighs that nobody put on a scale, by what others of its lot did.
 *
 * @param putUpG what the band says
 * @param weighedG whole ones that were weighed, untouched
 * @returns null where none was
 * @example
 * putUpSeen(100, [96, 97, 96]).mean.toFixed(1) // => '96.7'
 */
export function putUpSeen(putUpG: number, weighedG: readonly number[]): PutUpMass | null {
  const ratios = weighedG.map((massG) => massG / putUpG).filter((ratio) => Math.abs(ratio - 1) <= FURTHEST);
  const count = ratios.length;
  if (count === 0) return null;
  const mean = ratios.reduce((sum, ratio) => sum + ratio, 0) / count;
  const squares = ratios.reduce((sum, ratio) => sum + (ratio - mean) ** 2, 0);
  const ownVariance = (RULE_WORTH * OWN_SD ** 2 + squares) / (RULE_WORTH + count - 1);
  const lotVariance = 1 / (1 / LOT_SD ** 2 + count / ownVariance);
  const lot = lotVariance * (1 / LOT_SD ** 2 + (count * mean) / ownVariance);
  return {
    mean: putUpG * lot,
    sd: putUpG * Math.sqrt(lotVariance + ownVariance),
    lotSd: putUpG * Math.sqrt(lotVariance),
  };
}
