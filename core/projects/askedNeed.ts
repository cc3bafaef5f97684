import { type Estimate, stepOfSd, uniformSd } from '../common/estimate';
import { InputError, readOrNull } from '../common/inputError';
import { inGrams, inMetres, parseAmount, parseNumber, parseQuantity, systemOf, type UnitSystem } from '../common/units';
import type { MassFact } from '../yarn/piece';
import { type Enough, isEnough } from '../yarn/yardage';

/** What something takes, as a pattern asks for it. */
export interface AskedNeed {
  amount: { metres: number } | { grams: number };
  /** The units that it was typed in, so that what is over or missing is said in them. */
  shownIn: UnitSystem;
}

const COUNTS: Record<string, number> = { a: 1, one: 1, two: 2, three: 3, four: 4, five: 5, six: 6, seven: 7, eight: 8 };
const COUNT = String.raw`(\d+(?:[.,]\d+)?|${Object.keys(COUNTS).join('|')})`;
const BALLS = new RegExp(
  String.raw`^${COUNT}\s*(?:(?:x|×|\*)\s*|(?:balls?|skeins?|hanks?|cakes?|cones?)\s*(?:of|à|at|,)?\s*)(.*)$`,
  'i',
);
const IN_YARDS = /\d\s*(?:yds?|yards?|ft|feet|foot|in|inch|inches|")(?![a-z])/i;
const IN_OUNCES = /\d\s*(?:oz|ounces?|lbs?|pounds?)(?![a-z])/i;
const IN_METRIC_LENGTH = /\d\s*(?:k|c|m)?m(?:et(?:re|er)s?)?(?![a-z])/i;
const IN_METRIC_MASS = /\d\s*k?g(?:r|m|rams?)?(?![a-z])/i;

/**
 * Reads what a pattern asks for: "390 m", "430 yd", "120 g", or so many balls of another yarn, "4 balls of 50 g/125 m".
 *
 * @throws InputError at `path`, in words for the person who typed it
 * @example
 * parseNeed('4 balls of 50 g/125 m', 'metric', 'need').amount // => { metres: 500 }
 * @example
 * parseNeed('120 g', 'metric', 'need').amount // => { grams: 120 }
 * @example
 * parseNeed('430 yd', 'metric', 'need').shownIn // => 'g yd'
 */
export function parseNeed(text: string, system: UnitSystem, path: string): AskedNeed {
  const typed = text.trim();
  const shownIn = systemOf(
    IN_OUNCES.test(typed) ? false : IN_METRIC_MASS.test(typed) || inGrams(system),
    IN_YARDS.test(typed) ? false : IN_METRIC_LENGTH.test(typed) || inMetres(system),
  );
  const [, count, each] = BALLS.exec(typed) ?? [];
  if (count === undefined) return { amount: parseAmount(typed, system, path), shownIn };
  if (!each) throw new InputError('how much is in each? Write it like 4 balls of 50 g/125 m', path);
  const times = COUNTS[count.toLowerCase()] ?? parseNumber(count, path);
  const { massG, lengthM } = parsePutUp(each, system, path);
  return { amount: lengthM === null ? { grams: times * massG! } : { metres: times * lengthM }, shownIn };
}

/**
 * Reads a put-up, "50 g/125 m" or "125 m to 50 g"; one of the two may be missing.
 *
 * @throws InputError at `path`
 * @example
 * parsePutUp('100 g = 220 m', 'metric', 'putUp') // => { massG: 100, lengthM: 220 }
 */
export function parsePutUp(
  text: string,
  system: UnitSystem,
  path: string,
): { massG: number | null; lengthM: number | null } {
  const parts = text.split(/\s*(?:\/|=|,|\bto\b|\bper\b|\(|\))\s*/i).filter((part) => part !== '');
  const found: { massG: number | null; lengthM: number | null } = { massG: null, lengthM: null };
  for (const part of parts) {
    const amount = parseAmount(part, system, path);
    if ('grams' in amount) found.massG ??= amount.grams;
    else found.lengthM ??= amount.metres;
  }
  if (parts.length === 0 || parts.length > 2) throw new InputError('write it like 50 g/125 m', path);
  if (parts.length === 2 && (found.massG === null || found.lengthM === null))
    throw new InputError('say its weight and its length, like 50 g/125 m', path);
  return found;
}

/** What is typed of a yarn in one line. */
export interface TypedYarn {
  putUpG: number;
  putUpM: number;
  /** What there is of it: the whole, where nothing else is said. */
  mass: MassFact;
}

/** "About a third" is within so much of the whole, either way: a rule of thumb. */
const SHARE_WITHIN = 0.08;

/**
 * Reads a yarn in one line: "62 g of 100 g/220 m", "about a third of 50 g/125 m", or a whole one, "100 g/220 m".
 *
 * @param resolutionG the smallest step of the scale
 * @throws InputError at `path`
 * @example
 * parseYarnLine('62 g of 100 g/220 m', 1, 'metric', 'yarn').mass // => { from: 'scale', massG: 62, tareG: 0, resolutionG: 1 }
 * @example
 * parseYarnLine('100 g/220 m', 1, 'metric', 'yarn').mass // => { from: 'band', massG: 100 }
 */
export function parseYarnLine(text: string, resolutionG: number, system: UnitSystem, path: string): TypedYarn {
  const [part, whole = part] = text.trim().split(/\s+of\s+(?:an?\s+)?(?=\S*\d)/i) as [string, string?];
  const { massG, lengthM } = parsePutUp(whole, system, path);
  if (massG === null || lengthM === null)
    throw new InputError('say what its band says too, like 62 g of 100 g/220 m', path);
  return {
    putUpG: massG,
    putUpM: lengthM,
    mass: whole === part ? { from: 'band', massG } : parsePart(part, massG, resolutionG, system, path),
  };
}

/**
 * Reads what there is of a ball: "62 g" from the scale, or "about a third" of what it once weighed.
 *
 * @throws InputError at `path`
 * @example
 * parsePart('half', 100, 1, 'metric', 'mass').massG // => 50
 */
export function parsePart(
  text: string,
  wholeG: number | null,
  scaleStepG: number,
  system: UnitSystem,
  path: string,
): MassFact {
  const share = parseShare(text);
  if (share === null)
    return { from: 'scale', massG: parseQuantity(text, 'mass', system, path), tareG: 0, resolutionG: scaleStepG };
  if (wholeG === null) throw new InputError('of how much? Say what its band says it weighs', path);
  const resolutionG = stepOfSd(uniformSd(SHARE_WITHIN * wholeG));
  return { from: 'scale', massG: share * wholeG, tareG: 0, resolutionG };
}

const PARTS: Record<string, number> = { half: 2, third: 3, quarter: 4, fifth: 5, sixth: 6, tenth: 10 };
const SHARE = new RegExp(
  String.raw`^(?:(?:about|around|roughly|some|ca\.?|~|≈)\s*)?(?:${COUNT}[\s-]*)?(${Object.keys(PARTS).join('|')})s?(?:\s+(?:left|of it|a ball|of the ball))?$`,
  'i',
);
const FRACTION = /^(?:(?:about|around|roughly|ca\.?|~|≈)\s*)?(?:(\d+)\s*\/\s*(\d+)|(\d+(?:[.,]\d+)?)\s*%)$/i;

/**
 * Reads a share of a whole, "about a third", "two thirds", "3/4", "30 %"; null where it is none.
 *
 * @example
 * parseShare('about two thirds') // => 0.6666666666666666
 */
export function parseShare(text: string): number | null {
  const [, count = 'a', part] = SHARE.exec(text.trim()) ?? [];
  if (part) return shareOrNull((COUNTS[count.toLowerCase()] ?? Number(count)) / PARTS[part.toLowerCase()]!);
  const [, above, below, percent] = FRACTION.exec(text.trim()) ?? [];
  if (percent) return shareOrNull(readOrNull(() => parseNumber(percent, ''))! / 100);
  return above ? shareOrNull(Number(above) / Number(below)) : null;
}

const shareOrNull = (share: number) => (share > 0 && share <= 1 ? share : null);

/**
 * Is it enough? In metres or in grams, as it was asked; null where a length is asked of yarn whose length is not known.
 *
 * @example
 * answerNeed({ metres: 90 }, { massG: { mean: 50, sd: 0.3 }, lengthM: { mean: 100, sd: 3 } })?.marginM // => 10
 */
export function answerNeed(
  amount: AskedNeed['amount'],
  available: { massG: Estimate; lengthM: Estimate | null },
): Enough | null {
  if ('grams' in amount) return isEnough(available.massG, amount.grams);
  return available.lengthM && isEnough(available.lengthM, amount.metres);
}
