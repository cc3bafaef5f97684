import { type Estimate } from '../common/estimate';
import { learn } from '../bench/calibration';

/** A skein that hangs in a room is usually dry in a day and a half; thick ones and damp rooms take longer. */
const USUAL = { mean: 36, sd: 14, single: 10 } as const;

/** Standard deviations beyond the mean at which nine of ten are dry. */
const NINE_OF_TEN = 1.2815516;

/**
 * Hours after which nine of ten are dry: at the mean, half of them are still wet.
 *
 * @example
 * Number(dryByHours({ mean: 36, sd: 14 }).toFixed(1)) // => 53.9
 */
export function dryByHours({ mean, sd }: Estimate): number {
  return mean + NINE_OF_TEN * sd;
}

/** Longer, and nobody looked. */
const LONGEST_HOURS = 24 * 10;

/**
 * How long it takes here until something that was washed or dyed is dry.
 *
 * @param hours between the water and the scale, as they were logged; the oldest first
 * @returns hours
 * @example
 * hoursToDry([]) // => { mean: 36, sd: 14 }
 */
export function hoursToDry(hours: readonly number[]): Estimate {
  const seen = hours.filter((each) => each > 1 && each <= LONGEST_HOURS);
  const { mean, sd } = learn(seen, USUAL);
  return { mean, sd };
}
