import { InputError } from './inputError';

/**
 * Refuses a size or mass that is not a finite number above zero.
 *
 * @throws InputError at `path`
 * @example
 * requirePositive(12, 'massG') // => 12
 */
export function requirePositive(value: number, path: string): number {
  if (!Number.isFinite(value) || value <= 0) throw new InputError('must be a number above zero', path);
  return value;
}

/**
 * Refuses a figure that is not finite or lies outside `low` to `high`, both allowed.
 *
 * @throws InputError at `path`
 * @example
 * requireWithin(38, 0, 90, 'humidityPercent') // => 38
 */
export function requireWithin(value: number, low: number, high: number, path: string): number {
  if (!Number.isFinite(value) || value < low || value > high)
    throw new InputError(`must lie between ${low} and ${high}`, path);
  return value;
}
