import { InputError } from './inputError';
import { requireWithin } from './require';
import { MILLIMETRES_PER_INCH, parseNumber, type UnitSystem } from './units';

/** The way the strand leans, like the middle stroke of the letter. */
export type TwistDirection = 'S' | 'Z';

const INCHES_PER_METRE = 1000 / MILLIMETRES_PER_INCH;

/**
 * Reads an amount of twist: "180 t/m", "4.5 tpi"; a bare number is per metre or per inch, as the user's units are.
 *
 * @returns turns per metre, up to 3000
 * @throws InputError at `path`
 * @example
 * parseTurnsPerM('180 t/m', 'metric', 'twist') // => 180
 */
export function parseTurnsPerM(text: string, system: UnitSystem, path: string): number {
  const match = /^([\d.,]+)\s*(tpi|t\/in|tpm|t\/m)?$/i.exec(text.trim());
  if (!match) throw new InputError('write it like 180 t/m or 4.5 tpi', path);
  const perInch = match[2] ? /i/i.test(match[2]) : system === 'imperial';
  return requireWithin(parseNumber(match[1]!, path) * (perInch ? INCHES_PER_METRE : 1), 0, 3000, path);
}
