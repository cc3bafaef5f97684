import { FIBRE_NAMES, type FibreName } from '../yarn/fibre';
import { readOrNull } from '../common/inputError';
import { COLOUR_NAMES } from '../yarn/colourOrder';
import { parseToolMm, type WorkingTool } from '../yarn/needle';
import type { PieceForm } from '../yarn/piece';
import { GRAMS_PER_OUNCE, METRES_PER_YARD, parseNumber, parseQuantity, type UnitSystem } from '../common/units';

/** What is looked for on the shelf, read from one line of words. */
export interface ShelfNeed {
  /** At least, and at most, so many metres of it. */
  atLeastM: number | null;
  atMostM: number | null;
  /** The same in grams. */
  atLeastG: number | null;
  atMostG: number | null;
  /** About this grist, in metres to the gram. */
  aboutMPerG: number | null;
  /** Only what holds this fibre. */
  fibre: FibreName | null;
  /** Only this dye lot. */
  lot: string | null;
  /** Only what lies there in this form. */
  form: PieceForm | null;
  /** Only what a needle or a hook of this size is suggested for. */
  tool: { tool: WorkingTool; sizeMm: number } | null;
  /** Only yarns of one strand. */
  singles: boolean;
  /** Only what was begun: part balls, leftovers. */
  begun: boolean;
  /** Only what has these colours, by its swatch or its name; the word that followed, for "blue chest" may be where it lies. */
  colours: { name: string; before: string | null }[];
  /** What is left: to be found on its band. */
  words: string[];
}

/** "About": so far off, either way. */
export const ABOUT_WITHIN = 0.15;

const NUMBER = String.raw`\d+(?:[.,]\d+)*`;
const GRIST = new RegExp(
  String.raw`(?:about|around|circa|ca\.?|~)?\s*(${NUMBER})\s*(m|metres?|meters?|yds?|yards?)\s*(?:\/|per|to(?:\s+the)?)\s*(?:(${NUMBER})\s*)?(g|grams?|oz|ounces?)\b`,
  'i',
);
const LENGTH_UNITS = 'm|metres?|meters?|yds?|yards?|km';
const MASS_UNITS = 'g|grams?|kg|oz|ounces?|lbs?|pounds?';
const atMost = (units: string) =>
  new RegExp(
    String.raw`(?:at\s+most|up\s+to|under|below|less\s+than|fewer\s+than|max\.?|<=?|≤)\s*(${NUMBER}\s*(?:${units}))\b`,
    'i',
  );
const atLeast = (units: string) =>
  new RegExp(
    String.raw`(?:at\s+least|enough\s+for|from|over|more\s+than|min\.?|>=?|≥)?\s*(${NUMBER}\s*(?:${units}))\b`,
    'i',
  );
const LOT = /\b(?:dye\s*)?lot\s*(?:no\.?\s*|number\s*|#\s*)?([\p{L}\p{N}-]+)/iu;
const SIZE = String.raw`((?:us|uk)\s*[\d.]+|[\d.,]+\s*mm)`;
const TOOL = new RegExp(String.raw`${SIZE}\s*(needle|hook)s?\b|\b(needle|hook)s?\s*${SIZE}`, 'i');
const BEGUN =
  /\b(?:left-?overs?|part(?:ial|ly)?[\s-]+(?:used\s+)?(?:balls?|skeins?|cakes?|hanks?)|oddments?|remnants?|scraps)\b/i;
const SINGLES = /\bsingles?\b/i;
const FORM = /\b(hank|cake|ball|cone|bobbin|mini(?:\s+skein)?)s?\b/i;
/** What joins the words of a line and is on no band. */
const BETWEEN = new Set(['and', 'in', 'on', 'at', 'the', 'of', 'with', 'for', 'a', 'an', 'my', 'any', 'some']);

/**
 * Reads what is looked for: "at least 300 m, about 4 m/g, wool", "part balls in the loft", "lot 3", "4 mm needle". Lengths,
 * masses and grists are known by their units, fibres and forms by their names; every other word is looked for on the band.
 *
 * @example
 * readNeed('at least 300 m, about 4 m/g, wool', 'metric').aboutMPerG // => 4
 * @example
 * readNeed('under 50 g', 'metric').atMostG // => 50
 * @example
 * readNeed('blue part balls in the loft', 'metric').words // => ['loft']
 */
export function readNeed(text: string, system: UnitSystem): ShelfNeed {
  let rest = text;
  const take = (pattern: RegExp) => {
    const found = pattern.exec(rest);
    if (found) rest = rest.replace(found[0], ' ');
    return found;
  };
  const read = (found: RegExpExecArray | null, quantity: 'length' | 'mass') =>
    found && readOrNull(() => parseQuantity(found[1]!, quantity, system));
  const grist = take(GRIST);
  const tool = toolOf(take(TOOL));
  const lengths = {
    atMostM: read(take(atMost(LENGTH_UNITS)), 'length'),
    atLeastM: read(take(atLeast(LENGTH_UNITS)), 'length'),
  };
  const masses = { atMostG: read(take(atMost(MASS_UNITS)), 'mass'), atLeastG: read(take(atLeast(MASS_UNITS)), 'mass') };
  const lot = take(LOT)?.[1] ?? null;
  const begun = take(BEGUN) !== null;
  const singles = take(SINGLES) !== null;
  const form = take(FORM)?.[1]?.toLowerCase() ?? null;
  const words = rest
    .toLowerCase()
    .split(/[\s,;]+/)
    .filter((word) => word !== '' && !BETWEEN.has(word))
    .map((word) => (word === 'gray' ? 'grey' : word));
  const fibre = FIBRE_NAMES.find((name) => words.includes(name)) ?? null;
  return {
    ...lengths,
    ...masses,
    aboutMPerG: grist && readOrNull(() => gristOf(grist)),
    fibre,
    lot,
    form: form?.startsWith('mini') ? 'mini skein' : (form as PieceForm | null),
    tool,
    singles,
    begun,
    colours: words.flatMap((name, i) => (COLOUR_NAMES.has(name) ? [{ name, before: words[i + 1] ?? null }] : [])),
    words: words.filter((word) => word !== fibre && !COLOUR_NAMES.has(word)),
  };
}

function toolOf(found: RegExpExecArray | null): ShelfNeed['tool'] {
  if (!found) return null;
  const [, before, afterSize, beforeSize, after] = found;
  const tool = (afterSize ?? beforeSize)!.toLowerCase() as WorkingTool;
  const sizeMm = readOrNull(() => parseToolMm((before ?? after)!, tool, ''));
  return sizeMm === null ? null : { tool, sizeMm };
}

function gristOf([, length, lengthUnit, mass, massUnit]: RegExpExecArray): number {
  const metres = parseNumber(length!, '') * (/^m/i.test(lengthUnit!) ? 1 : METRES_PER_YARD);
  const grams = (mass ? parseNumber(mass, '') : 1) * (/^g/i.test(massUnit!) ? 1 : GRAMS_PER_OUNCE);
  return metres / grams;
}
