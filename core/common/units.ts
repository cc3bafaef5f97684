import { InputError } from './inputError';
import { requireWithin } from './require';

/** What the user reads and, where a bare number is typed, what is meant: masses and lengths are chosen apart. */
export const UNIT_SYSTEMS = ['metric', 'imperial', 'g yd', 'oz m'] as const;
export type UnitSystem = (typeof UNIT_SYSTEMS)[number];

/**
 * The units that a browser's cookie names; metric where it names none.
 *
 * @example
 * systemNamed('g yd') // => 'g yd'
 * @example
 * systemNamed(undefined) // => 'metric'
 */
export function systemNamed(kept: string | undefined): UnitSystem {
  return UNIT_SYSTEMS.find((system) => system === kept) ?? 'metric';
}

/**
 * Whether masses are in grams; or else in ounces.
 *
 * @example
 * inGrams('g yd') // => true
 */
export const inGrams = (system: UnitSystem): boolean => system === 'metric' || system === 'g yd';

/**
 * Whether lengths, and all that is measured with a ruler, are metric; or else in yards and inches.
 *
 * @example
 * inMetres('g yd') // => false
 */
export const inMetres = (system: UnitSystem): boolean => system === 'metric' || system === 'oz m';

/**
 * The system with these units.
 *
 * @example
 * systemOf(true, false) // => 'g yd'
 */
export function systemOf(grams: boolean, metres: boolean): UnitSystem {
  return UNIT_SYSTEMS.find((system) => inGrams(system) === grams && inMetres(system) === metres)!;
}

export type Quantity = 'mass' | 'length';

export const GRAMS_PER_OUNCE = 28.349523125;
export const METRES_PER_YARD = 0.9144;
export const MILLIMETRES_PER_INCH = 25.4;

/** Each unit's size in grams or metres, under every name that a band or a hand writes it with. */
const UNITS: Record<Quantity, Record<string, number>> = {
  mass: named({
    'g gr gram grams gm gms gramme grammes': 1,
    'mg milligram milligrams': 0.001,
    'kg kilo kilos kilogram kilograms': 1000,
    'oz ounce ounces': GRAMS_PER_OUNCE,
    'lb lbs pound pounds': 16 * GRAMS_PER_OUNCE,
  }),
  length: named({
    'm metre metres meter meters mtr mtrs': 1,
    'cm centimetre centimetres centimeter centimeters': 0.01,
    'mm millimetre millimetres millimeter millimeters': 0.001,
    'km kilometre kilometres kilometer kilometers': 1000,
    'yd yds yard yards': METRES_PER_YARD,
    'ft foot feet': METRES_PER_YARD / 3,
    'in inch inches "': METRES_PER_YARD / 36,
  }),
};

/**
 * The unit of a bare number, typed or shown, and its size in grams or metres.
 *
 * @example
 * bareUnit('g yd', 'length') // => { name: 'yd', size: 0.9144 }
 */
export function bareUnit(system: UnitSystem, quantity: Quantity): { name: string; size: number } {
  if (quantity === 'mass') return inGrams(system) ? { name: 'g', size: 1 } : { name: 'oz', size: GRAMS_PER_OUNCE };
  return inMetres(system) ? { name: 'm', size: 1 } : { name: 'yd', size: METRES_PER_YARD };
}

/** The smaller units that a larger one is added to: "1 lb 2 oz". Any other two units say one amount twice. */
const GOES_ON_IN: Record<string, readonly string[]> = {
  lb: ['oz'],
  kg: ['g', 'mg'],
  g: ['mg'],
  km: ['m', 'cm', 'mm'],
  m: ['cm', 'mm'],
  cm: ['mm'],
  yd: ['ft', 'in'],
  ft: ['in'],
};

const EXAMPLES: Record<Quantity, string> = { mass: '100 g, 3.5 oz, 1/4 lb', length: '190 m, 210 yd' };

const VULGAR_FRACTIONS: Record<string, string> = {
  '¼': '1/4',
  '½': '1/2',
  '¾': '3/4',
  '⅓': '1/3',
  '⅔': '2/3',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};

/** How far the two figures of "100 g / 3.5 oz" may lie apart: bands round one of them. */
const SAME_WITHIN = 0.03;

const NUMBER = String.raw`\d+(?:[.,]\d+)*(?:\s+\d+\/\d+|\/\d+)?|[.,]\d+`;
const TERM = new RegExp(String.raw`^\s*(${NUMBER})\s*([a-z"]*)\.?\s*`, 'i');

/**
 * Reads a mass or a length as people write it: "4 oz", "3.5oz", "1/4 lb", "1 lb 2 oz", "190 m", "100 g / 3.5 oz".
 * A bare number is in the unit of `system`. Where two figures are given for one thing ("100 g 3.5 oz") they must agree,
 * and the first counts. "2 x 50 g" is so many times that.
 *
 * @returns grams or metres
 * @throws InputError at `path`, in words for the person who typed it
 * @example
 * parseQuantity('2 x 50 g', 'mass', 'metric') // => 100
 * @example
 * parseQuantity('1/4 lb', 'mass', 'metric') // => 113.3980925
 * @example
 * parseQuantity('150 yd', 'length', 'metric') // => 137.16
 */
export function parseQuantity(text: string, quantity: Quantity, system: UnitSystem, path: string = quantity): number {
  const [, times, each] = SO_MANY.exec(text) ?? [];
  const many = times === undefined ? 1 : requireWithin(Number(times), 1, MOST_OF_ONE, path);
  return many * parseOne(each ?? text, quantity, system, path);
}

function parseOne(text: string, quantity: Quantity, system: UnitSystem, path: string): number {
  const plain = text
    .trim()
    .replace(ABOUT, '')
    .replace(ISH, '$1')
    .replace(/[¼½¾⅓⅔⅛⅜⅝⅞]/g, (sign) => ` ${VULGAR_FRACTIONS[sign]}`);
  // A slash after a unit parts two figures for one thing; after a digit it makes a fraction.
  const alternatives = plain.replace(/\)\s*$/, '').split(/(?<=[a-z"]\.?\s*)\/|=|\(|\bor\b/i);
  const figures = alternatives.flatMap((part) => parseSums(part, quantity, system, path));
  const first = figures[0]!;
  const odd = figures.find((figure) => Math.abs(figure - first) > SAME_WITHIN * first);
  if (odd !== undefined) throw new InputError('these two figures are not the same amount', path);
  if (!(first > 0)) throw new InputError('must be above zero', path);
  return first;
}

/** "2 x 50 g": so many of one amount. */
const SO_MANY = /^\s*(\d{1,3})\s*[x×*]\s*(?=[\d¼½¾⅓⅔⅛⅜⅝⅞.])(.*)$/i;
const MOST_OF_ONE = 500;

/** Words that say that a figure is round; how sure it is follows from what it was measured with. */
const ISH = /(\d)\s*-?\s*ish\b/i;
const ABOUT = /^(?:approx(?:imately)?\.?|about|around|roughly|circa|ca?\.|ca\b|~|≈)\s*/i;

const IN_MASS = new RegExp(String.raw`[\d¼½¾⅓⅔⅛⅜⅝⅞]\s*(?:${Object.keys(UNITS.mass).join('|')})\b`, 'i');

/**
 * Reads an amount of yarn that may be a length or a mass, told apart by its unit; a bare number is a length.
 *
 * @throws InputError at `path`, in words for the person who typed it
 * @example
 * parseAmount('140 m', 'metric', 'amount') // => { metres: 140 }
 * @example
 * parseAmount('2 oz', 'metric', 'amount') // => { grams: 56.69904625 }
 */
export function parseAmount(text: string, system: UnitSystem, path: string): { metres: number } | { grams: number } {
  if (IN_MASS.test(text)) return { grams: parseQuantity(text, 'mass', system, path) };
  return { metres: parseQuantity(text, 'length', system, path) };
}

/** "1 lb 2 oz": terms that add up; "100 g 3.5 oz": the same amount twice. */
function parseSums(text: string, quantity: Quantity, system: UnitSystem, path: string): number[] {
  const unreadable = () => new InputError(`cannot read this; write it like ${EXAMPLES[quantity]}`, path);
  let rest = text;
  const totals: number[] = [];
  let unitBefore: string | undefined;
  while (rest.trim() !== '') {
    const match = TERM.exec(rest);
    if (!match) throw unreadable();
    const [whole, number, unit] = match;
    rest = rest.slice(whole.length).replace(/^(?:\+|,|and\b)\s*/i, '');
    // "100 50 g" is a slip, not a sum.
    if (unit === '' && (totals.length > 0 || rest.trim() !== '')) throw unreadable();
    const size = sizeOfUnit(unit!, quantity, system, path);
    const amount = parseAmountOf(number!, size, quantity, path) * size;
    const name = shortName(size, quantity);
    if (unitBefore !== undefined && GOES_ON_IN[unitBefore]?.includes(name)) totals[totals.length - 1]! += amount;
    else totals.push(amount);
    unitBefore = name;
  }
  if (totals.length === 0) throw new InputError(`write it like ${EXAMPLES[quantity]}`, path);
  return totals;
}

/** The first of a unit's names: "grams" is g. */
function shortName(size: number, quantity: Quantity): string {
  return Object.entries(UNITS[quantity]).find(([, each]) => each === size)![0];
}

/** A mark before just three digits: it groups thousands here and is a decimal there. Nobody ends a decimal in a nought. */
const GROUP_OR_POINT = /^[1-9]\d{0,2}(?:(,)\d{3}|(\.)\d{2}0)$/;

/**
 * A number of units. A comma groups the thousands of grams, metres and yards, which there are; before ounces, pounds and
 * kilograms it may be either, as a point may be before grams, metres and yards: then one is asked.
 */
function parseAmountOf(text: string, size: number, quantity: Quantity, path: string): number {
  const [, comma, point] = GROUP_OR_POINT.exec(text) ?? [];
  const mark = comma ?? point;
  const large = quantity === 'mass' ? size > 20 : size > 100;
  if (mark && (mark === ',') === large && !(mark === '.' && size < 0.9)) {
    const digits = text.replace(mark, '');
    const decimal = Number(text.replace(mark, '.'));
    throw new InputError(
      `is this ${digits} or ${decimal}? Write it without the ${mark === ',' ? 'comma' : 'point'}, like ${digits} or ${decimal}`,
      path,
    );
  }
  return parseNumber(text, path);
}

/**
 * Reads "3.5", "3,5", "1,250", "1/4" and "1 1/2". A comma before exactly three digits groups thousands,
 * otherwise it is a decimal comma.
 *
 * @throws InputError at `path`
 * @example
 * parseNumber('1 1/2', 'massG') // => 1.5
 */
export function parseNumber(text: string, path: string): number {
  const match = /^(?:(\S+)\s+)?(\d+)\/(\d+)$|^(\S+)$/.exec(text.trim());
  if (!match) throw new InputError('cannot read this number', path);
  const [, whole, over, under, plain] = match;
  const value = plain ? parseDecimal(plain) : (whole ? parseDecimal(whole) : 0) + Number(over) / Number(under);
  if (!Number.isFinite(value)) throw new InputError('cannot read this number', path);
  return value;
}

function parseDecimal(text: string): number {
  if (/^[1-9]\d{0,2}(,\d{3})+(\.\d+)?$/.test(text)) return Number(text.replaceAll(',', ''));
  return /^\d*[.,]?\d+$/.test(text) ? Number(text.replace(',', '.')) : Number.NaN;
}

function sizeOfUnit(unit: string, quantity: Quantity, system: UnitSystem, path: string): number {
  const name = unit === '' ? bareUnit(system, quantity).name : unit.toLowerCase();
  const size = UNITS[quantity][name];
  if (size !== undefined) return size;
  const other: Quantity = quantity === 'mass' ? 'length' : 'mass';
  if (UNITS[other][name] !== undefined)
    throw new InputError(`"${unit}" is a ${other}; a ${quantity} is wanted here, like ${EXAMPLES[quantity]}`, path);
  throw new InputError(`"${unit}" is not a unit we know; write it like ${EXAMPLES[quantity]}`, path);
}

function named(sizes: Record<string, number>): Record<string, number> {
  return Object.fromEntries(
    Object.entries(sizes).flatMap(([names, size]) => names.split(' ').map((name) => [name, size])),
  );
}
