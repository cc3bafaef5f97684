import { InputError } from './inputError';
import { inMetres, MILLIMETRES_PER_INCH, parseNumber, parseQuantity, type UnitSystem } from './units';

interface Bounds {
  lowMm: number;
  highMm: number;
}

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
export function parseSpanMm(text: string, system: UnitSystem, bounds: Bounds, path: string): number {
  const spanMm = readMm(text, system, 10, path);
  if (!within(spanMm, bounds))
    throw new InputError(
      `must lie between ${bounds.lowMm / 10} and ${bounds.highMm / 10} cm; which unit is this?`,
      path,
    );
  return spanMm;
}

/**
 * Reads the size of a part of a tool or of a cake: "24", "24 mm", "2.4 cm", "1 in". A bare number is in millimetres,
 * or in inches where the user's units are imperial.
 *
 * @returns millimetres
 * @throws InputError at `path`, outside of the bounds too
 * @example
 * parseSizeMm('24', 'metric', { lowMm: 5, highMm: 150 }, 'core') // => 24
 */
export function parseSizeMm(text: string, system: UnitSystem, bounds: Bounds, path: string): number {
  const sizeMm = readMm(text, system, 1, path);
  if (!within(sizeMm, bounds)) throw new InputError(`must lie between ${bounds.lowMm} and ${bounds.highMm} mm`, path);
  return sizeMm;
}

function readMm(text: string, system: UnitSystem, bareMetricMm: number, path: string): number {
  const bare = /^[\d.,\s/]+$/.test(text) && text.trim() !== '';
  const bareMm = inMetres(system) ? bareMetricMm : MILLIMETRES_PER_INCH;
  return bare ? parseNumber(text, path) * bareMm : parseQuantity(text, 'length', system, path) * 1000;
}

function within(sizeMm: number, { lowMm, highMm }: Bounds): boolean {
  return sizeMm >= lowMm && sizeMm <= highMm;
}
