import { type Estimate } from './estimate';
import { learn } from './learning';

/** A skein that hangs in a room is usually dry in a day and a half; thick ones and damp rooms take longer. */
const USUAL = { mean: 36, sd: 14, single: 10 } as const;

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
