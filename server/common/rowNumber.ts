/** The number of a row, written as we write it: no sign, no point, no exponent, no nought before it. */
export const ROW_NUMBER = /^[1-9]\d{0,14}$/;

/**
 * Reads the number of a row from an address; null where it is none.
 *
 * @example
 * rowNumber('0x1') // => null
 */
export function rowNumber(typed: unknown): number | null {
  return typeof typed === 'string' && ROW_NUMBER.test(typed) ? Number(typed) : null;
}
