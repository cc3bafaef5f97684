import { InputError } from './inputError';
import { MILLIMETRES_PER_INCH, parseNumber, parseQuantity, type UnitSystem } from './units';

/**
 * Reads a small size that is measured with a ruler: "6 cm", "60 mm", "2.5 in". A bare number is in centimetres, or in
 * inches where the user's units are imperial.
 *
 * @returns millimetres
 * @throws InputError at `path`, outside of the bounds too
 * @example
 * parseSpanMm('6', 'metric', { lowMm: 5, highMm: 900 }, 'spread') // => 60
 * @example
 * parseSpanMm('1 in', 'metric', { lowMm: 5, highMm: 900 }, 'over') // => 25.4
 */
export function parseSpanMm(
  text: string,
  system: UnitSystem,
  { lowMm, highMm }: { lowMm: number; highMm: number },
  path: string,
): number {
  const bare = /^[\d.,\s/]+$/.test(text) && text.trim() !== '';
  const bareMm = system === 'metric' ? 10 : MILLIMETRES_PER_INCH;
  const spanMm = bare ? parseNumber(text, path) * bareMm : parseQuantity(text, 'length', system, path) * 1000;
  if (!(spanMm >= lowMm && spanMm <= highMm))
    throw new InputError(`must lie between ${lowMm / 10} and ${highMm / 10} cm; which unit is this?`, path);
  return spanMm;
}
