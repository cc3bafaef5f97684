import { InputError } from '../common/inputError';
import { requireWithin } from '../common/require';
import { parseNumber } from '../common/units';

/** The figures of a bath as people type them. */

const within = (text: string, low: number, high: number, path: string) =>
  requireWithin(parseNumber(text, path), low, high, path);

/**
 * How strong a stock is: "1", "1 %".
 *
 * @returns grams in 100 ml
 * @throws InputError at `path`
 * @example
 * parseStockPercent('0.5 %', 'stock') // => 0.5
 */
export function parseStockPercent(text: string, path: string): number {
  return within(text.replace(/%\s*$/, ''), 0.001, 100, path);
}

/**
 * Water for each gram of fibre: "30", "30:1", "30 ml to 1 g".
 *
 * @returns millilitres to a gram
 * @throws InputError at `path`
 * @example
 * parseWaterMlPerG('30 : 1', 'water') // => 30
 */
export function parseWaterMlPerG(text: string, path: string): number {
  return within(text.replace(/\s*(?::\s*1|ml.*)\s*$/i, ''), 1, 1000, path);
}

const FAHRENHEIT = /\s*(?:°\s*)?f(?:ahrenheit)?\s*$/i;
const CELSIUS = /\s*(?:°\s*)?c?(?:elsius)?\s*$/i;
const BOILING_C = 100;

/**
 * How hot a bath is: "85", "85 °C", "185 °F".
 *
 * @returns degrees Celsius
 * @throws InputError at `path`, also above boiling, where Fahrenheit was meant
 * @example
 * Math.round(parseCelsius('185 °F', 'heat')) // => 85
 */
export function parseCelsius(text: string, path: string): number {
  if (FAHRENHEIT.test(text)) return (within(text.replace(FAHRENHEIT, ''), 32, 212, path) - 32) / 1.8;
  const celsius = within(text.replace(CELSIUS, ''), 0, 500, path);
  if (celsius > BOILING_C) throw new InputError('hotter than boiling water: is that in °F? Say so, like 185 °F', path);
  return celsius;
}

const TEN_DAYS_MIN = 14_400;

/**
 * How long: "45", "45 min", "1.5 h".
 *
 * @returns minutes
 * @throws InputError at `path`
 * @example
 * parseMinutes('1.5 h', 'time') // => 90
 */
export function parseMinutes(text: string, path: string): number {
  const hours = /^(.*?)\s*h(?:ours?|rs?)?$/i.exec(text.trim());
  if (hours) return 60 * within(hours[1]!, 0.01, TEN_DAYS_MIN / 60, path);
  return within(text.replace(/\s*min(?:utes?)?\s*$/i, ''), 1, TEN_DAYS_MIN, path);
}

/**
 * What a pot holds: "8 l", "8000 ml", "8000".
 *
 * @returns millilitres
 * @throws InputError at `path`
 * @example
 * parsePotMl('8 l', 'pot') // => 8000
 */
export function parsePotMl(text: string, path: string): number {
  const litres = /^(.*[\d\s])l(?:it(?:re|er)s?)?$/i.exec(text.trim());
  if (litres) return 1000 * within(litres[1]!, 0.05, 1000, path);
  return within(text.replace(/\s*ml\s*$/i, ''), 50, 1_000_000, path);
}
