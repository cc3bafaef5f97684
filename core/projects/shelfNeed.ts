import { FIBRE_NAMES, type FibreName } from '../yarn/fibre';
import { readOrNull } from '../common/inputError';
import { GRAMS_PER_OUNCE, METRES_PER_YARD, parseNumber, parseQuantity, type UnitSystem } from '../common/units';

/** What is looked for on the shelf, read from one line of words. */
export interface ShelfNeed {
  /** At least so many metres of it. */
  atLeastM: number | null;
  /** At most so many metres of it. */
  atMostM: number | null;
  /** About this grist, in metres to the gram. */
  aboutMPerG: number | null;
  /** Only what holds this fibre. */
  fibre: FibreName | null;
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
const AT_MOST = new RegExp(
  String.raw`(?:at\s+most|up\s+to|under|below|less\s+than|fewer\s+than|max\.?|<=?|≤)\s*(${NUMBER}\s*(?:m|metres?|meters?|yds?|yards?|km))\b`,
  'i',
);
const LENGTH = new RegExp(
  String.raw`(?:at\s+least|from|over|more\s+than|min\.?|>=?|≥)?\s*(${NUMBER}\s*(?:m|metres?|meters?|yds?|yards?|km))\b`,
  'i',
);

/**
 * Reads what is looked for: "at least 300 m, about 4 m/g, wool". Lengths and grists are known by their units, fibres by
 * their names; every other word is looked for on the band.
 *
 * @example
 * readNeed('at least 300 m, about 4 m/g, wool', 'metric') // => { atLeastM: 300, atMostM: null, aboutMPerG: 4, fibre: 'wool', words: [] }
 * @example
 * readNeed('under 300 m', 'metric').atMostM // => 300
 * @example
 * readNeed('gannet 2217', 'metric').words // => ['gannet', '2217']
 */
export function readNeed(text: string, system: UnitSystem): ShelfNeed {
  let rest = text;
  const take = (pattern: RegExp) => {
    const found = pattern.exec(rest);
    if (found) rest = rest.replace(found[0], ' ');
    return found;
  };
  const grist = take(GRIST);
  const most = take(AT_MOST);
  const length = take(LENGTH);
  const words = rest
    .toLowerCase()
    .split(/[\s,;]+/)
    .filter((word) => word !== '' && word !== 'and');
  const fibre = FIBRE_NAMES.find((name) => words.includes(name)) ?? null;
  return {
    atLeastM: length && readOrNull(() => parseQuantity(length[1]!, 'length', system)),
    atMostM: most && readOrNull(() => parseQuantity(most[1]!, 'length', system)),
    aboutMPerG: grist && readOrNull(() => gristOf(grist)),
    fibre,
    words: words.filter((word) => word !== fibre),
  };
}

function gristOf([, length, lengthUnit, mass, massUnit]: RegExpExecArray): number {
  const metres = parseNumber(length!, '') * (/^m/i.test(lengthUnit!) ? 1 : METRES_PER_YARD);
  const grams = (mass ? parseNumber(mass, '') : 1) * (/^g/i.test(massUnit!) ? 1 : GRAMS_PER_OUNCE);
  return metres / grams;
}
