import { InputError } from './inputError';
import { parseNumber } from './units';
import { requireWithin } from './require';

/** Knitting needle sizes as the United States number them, in millimetres. */
const US_NEEDLE_MM: Record<string, number> = {
  '0': 2,
  '1': 2.25,
  '1.5': 2.5,
  '2': 2.75,
  '3': 3.25,
  '4': 3.5,
  '5': 3.75,
  '6': 4,
  '7': 4.5,
  '8': 5,
  '9': 5.5,
  '10': 6,
  '10.5': 6.5,
  '11': 8,
  '13': 9,
  '15': 10,
  '17': 12.75,
  '19': 15,
  '35': 19,
  '50': 25,
};

/**
 * Reads the size of a needle or hook: "4", "4.5 mm", "3,75mm", and for needles "US 6".
 *
 * @returns millimetres, 0.5 to 40
 * @throws InputError at `path`
 * @example
 * parseNeedleMm('US 6', 'needle') // => 4
 */
export function parseNeedleMm(text: string, path: string): number {
  const us = /^us\s*([\d.]+)$/i.exec(text.trim());
  if (us) {
    const sizeMm = US_NEEDLE_MM[us[1]!];
    if (sizeMm === undefined) throw new InputError('we do not know this US needle size; write it in mm', path);
    return sizeMm;
  }
  const mm = /^([\d.,]+)\s*(?:mm)?$/i.exec(text.trim());
  if (!mm) throw new InputError('write it like 4 mm or US 6', path);
  return requireWithin(parseNumber(mm[1]!, path), 0.5, 40, path);
}
