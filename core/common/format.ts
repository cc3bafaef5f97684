import type { Estimate } from './estimate';
import { HALF_WIDTH_90 } from './estimate';
import { bareUnit, GRAMS_PER_OUNCE, inGrams, inMetres, MILLIMETRES_PER_INCH, type UnitSystem } from './units';

/** A space at which no line breaks: a number stays with its unit. */
const NO_BREAK = '\u00a0';

/** A figure ready to be set: the number and its unit apart, so that they can be styled apart. */
export interface Figure {
  number: string;
  unit: string;
}

/**
 * A mass of yarn, to the step its size deserves.
 *
 * @example
 * massFigure(113, 'imperial') // => { number: '3.99', unit: 'oz' }
 */
export function massFigure(massG: number, system: UnitSystem): Figure {
  if (inGrams(system)) return { number: rounded(massG, Math.abs(massG) < 10 ? 1 : 0).replace(/\.0$/, ''), unit: 'g' };
  return { number: rounded(massG / GRAMS_PER_OUNCE, 2), unit: 'oz' };
}

/**
 * A small mass, as of a mini or of its tolerance: to a tenth of a gram, and finer below one.
 *
 * @example
 * fineMassFigure(11.3, 'metric').number // => '11.3'
 * @example
 * fineMassFigure(0.24, 'metric').number // => '0.24'
 */
export function fineMassFigure(massG: number, system: UnitSystem): Figure {
  if (!inGrams(system)) return { number: rounded(massG / GRAMS_PER_OUNCE, 3), unit: 'oz' };
  return { number: String(Number(massG.toFixed(Math.abs(massG) < 0.995 ? 2 : 1))), unit: 'g' };
}

/**
 * A mass as a scale of this resolution shows it.
 *
 * @example
 * readingFigure(48.3, 0.1, 'metric').number // => '48.3'
 */
export function readingFigure(massG: number, resolutionG: number, system: UnitSystem): Figure {
  if (!inGrams(system)) return massFigure(massG, system);
  return { number: rounded(massG, Math.max(0, Math.ceil(-Math.log10(resolutionG)))), unit: 'g' };
}

/**
 * A volume, as it is measured in a syringe or a jug.
 *
 * @example
 * volumeFigure(63.04) // => { number: '63', unit: 'ml' }
 * @example
 * volumeFigure(1260) // => { number: '1.26', unit: 'l' }
 * @example
 * volumeFigure(6.25).number // => '6.3'
 */
export function volumeFigure(ml: number): Figure {
  if (Math.abs(ml) >= 1000) return { number: String(Number((ml / 1000).toFixed(2))), unit: 'l' };
  return { number: String(Number(ml.toFixed(Math.abs(ml) < 20 ? 1 : 0))), unit: 'ml' };
}

/**
 * A length of yarn.
 *
 * @example
 * lengthFigure(137.16, 'imperial') // => { number: '150', unit: 'yd' }
 */
export function lengthFigure(lengthM: number, system: UnitSystem): Figure {
  const { name, size } = bareUnit(system, 'length');
  const value = lengthM / size;
  // Nothing is nothing, not nothing to a tenth.
  const fine = Math.abs(value) < 10 && Math.abs(value) >= 0.05;
  return { number: rounded(value, fine ? 1 : 0), unit: name };
}

/**
 * A size of a tool or a cake.
 *
 * @example
 * sizeFigure(81.04, 'metric') // => { number: '81', unit: 'mm' }
 */
export function sizeFigure(sizeMm: number, system: UnitSystem): Figure {
  if (inMetres(system)) return { number: rounded(sizeMm, 0), unit: 'mm' };
  return { number: rounded(sizeMm / MILLIMETRES_PER_INCH, 1), unit: 'in' };
}

/**
 * How large a loop, a gap or an opening is: in metres and centimetres, or inches.
 *
 * @example
 * spanFigure(765, 'metric') // => { number: '76.5', unit: 'cm' }
 */
export function spanFigure(sizeMm: number, system: UnitSystem): Figure {
  if (inMetres(system)) return { number: rounded(sizeMm / 10, sizeMm % 10 === 0 ? 0 : 1), unit: 'cm' };
  return { number: rounded(sizeMm / MILLIMETRES_PER_INCH, 1), unit: 'in' };
}

/**
 * Grist, as metres or yards to 100 g or to the ounce.
 *
 * @example
 * gristFigure(4.1, 'metric') // => { number: '410', unit: 'm/100 g' }
 */
export function gristFigure(gristMPerG: number, system: UnitSystem): Figure {
  const { name, size } = bareUnit(system, 'length');
  const [massG, to] = inGrams(system) ? [100, '100 g'] : [GRAMS_PER_OUNCE, 'oz'];
  return { number: rounded((gristMPerG * massG) / size, 0), unit: `${name}/${to}` };
}

/**
 * An amount of twist; a small one, as a change mostly is, to one place more.
 *
 * @example
 * twistFigure(180, 'imperial') // => { number: '4.6', unit: 'tpi' }
 * @example
 * twistFigure(4.27, 'metric') // => { number: '4.3', unit: 't/m' }
 */
export function twistFigure(turnsPerM: number, system: UnitSystem): Figure {
  const more = Math.abs(turnsPerM) < SMALL_TWIST_PER_M ? 1 : 0;
  if (inMetres(system)) return { number: rounded(turnsPerM, more), unit: 't/m' };
  return { number: rounded((turnsPerM * MILLIMETRES_PER_INCH) / 1000, 1 + more), unit: 'tpi' };
}

const SMALL_TWIST_PER_M = 20;

/**
 * Half of the 90 % range, as a mean is followed by: "± 12 m". To one digit, or two where the first is a one: nobody knows
 * the doubt itself any better.
 *
 * @example
 * plusMinus({ mean: 100, sd: 10 }, 'metric') // => '±\u00a016\u00a0m'
 * @example
 * plusMinus({ mean: 1470, sd: 18 }, 'metric') // => '±\u00a030\u00a0m'
 * @example
 * plusMinus({ mean: 80, sd: 0.001 }, 'metric') // => '±\u00a00.1\u00a0m'
 */
export function plusMinus(lengthM: Estimate, system: UnitSystem): string {
  const { half, step, unit } = doubtOf(lengthM, system);
  return `±${NO_BREAK}${rounded(half, decimalsOf(step))}${NO_BREAK}${unit}`;
}

/**
 * A length no finer than its doubt lets it be known.
 *
 * @example
 * knownLengthFigure({ mean: 1473.2, sd: 18 }, 'metric') // => { number: '1470', unit: 'm' }
 * @example
 * knownLengthFigure({ mean: 80.04, sd: 0.3 }, 'metric') // => { number: '80.0', unit: 'm' }
 * @example
 * knownLengthFigure({ mean: 342.3, sd: 12 }, 'metric') // => { number: '340', unit: 'm' }
 */
export function knownLengthFigure(lengthM: Estimate, system: UnitSystem): Figure {
  const { step, unit, inUnit } = doubtOf(lengthM, system);
  return { number: rounded(Math.round(lengthM.mean / inUnit / step) * step, decimalsOf(step)), unit };
}

/** The least that is told: to a hand's width. */
const LEAST_DOUBT = 0.1;

function doubtOf({ sd }: Estimate, system: UnitSystem) {
  const { name: unit, size: inUnit } = bareUnit(system, 'length');
  const exact = Math.max(LEAST_DOUBT, (sd * HALF_WIDTH_90) / inUnit);
  const power = 10 ** Math.floor(Math.log10(exact));
  const startsWithOne = Math.round((exact / power) * 10) < 20;
  const step = Math.max(LEAST_DOUBT, startsWithOne ? power / 10 : power);
  return { half: Math.round(exact / step) * step, step, inUnit, unit };
}

const decimalsOf = (step: number): number => (step < 1 ? 1 : 0);

/**
 * Number and unit in one line.
 *
 * @example
 * inWords({ number: '81', unit: 'mm' }) // => '81\u00a0mm'
 */
export function inWords({ number, unit }: Figure): string {
  return `${number}${NO_BREAK}${unit}`;
}

/**
 * A stretch of time in words that people use.
 *
 * @param finest what less than a minute is told in: minutes, of which it is at least one, or seconds
 * @example
 * secondsInWords(4000) // => '1 h 7 min'
 */
export function secondsInWords(seconds: number, finest: 'min' | 's' = 'min'): string {
  const whole = Math.round(seconds);
  if (finest === 's' && whole < 60) return `${whole} s`;
  const minutes = Math.max(1, Math.round(seconds / 60));
  if (minutes < 60) return `${minutes} min`;
  const rest = minutes % 60;
  return rest === 0 ? `${minutes / 60} h` : `${Math.floor(minutes / 60)} h ${rest} min`;
}

/**
 * Parts of a whole in whole percent that add up to 100: what rounding leaves goes to those that lost most by it.
 *
 * @param parts that add up to 1
 * @example
 * sharesInPercent([1 / 3, 1 / 3, 1 / 3]) // => [34, 33, 33]
 */
export function sharesInPercent(parts: readonly number[]): number[] {
  const whole = parts.map((part) => Math.floor(part * 100 + 1e-9));
  const missing = 100 - whole.reduce((sum, percent) => sum + percent, 0);
  const byLoss = parts
    .map((part, i) => ({ i, lost: part * 100 - whole[i]! }))
    .sort((a, b) => b.lost - a.lost || a.i - b.i);
  for (const { i } of byLoss.slice(0, Math.max(0, missing))) whole[i]!++;
  return whole;
}

/**
 * A probability as a person would say it; never "100 %", since nothing measured is that sure, and never rounded up: 49.7 %
 * is short of an even chance.
 *
 * @example
 * chanceInWords(0.999) // => 'over 99\u00a0%'
 */
export function chanceInWords(probability: number): string {
  if (probability > 0.99) return `over 99${NO_BREAK}%`;
  if (probability < 0.01) return `under 1${NO_BREAK}%`;
  return `${Math.floor(probability * 100 + 1e-9)}${NO_BREAK}%`;
}

/**
 * As a formatter of the language would write it; but to make one takes a page 20 ms. Halves are rounded up as they are
 * written: in binary 1.005 is a little less.
 */
function rounded(value: number, decimals: number): string {
  const size = Math.abs(value);
  const units = Math.round(Number(`${size}e${decimals}`));
  // What is written with an exponent is far beyond any yarn, or nothing.
  const digits = (Number.isNaN(units) ? size : units / 10 ** decimals).toFixed(decimals);
  const figure = size >= 10_000 ? grouped(digits) : digits;
  // What rounds to nothing has no sign.
  return value < 0 && /[1-9]/.test(digits) ? `-${figure}` : figure;
}

/**
 * So many of a thing.
 *
 * @param many the word for more than one, where it is not the word with an s
 * @example
 * plural(1240, 'entry', 'entries') // => '1,240 entries'
 */
export function plural(count: number, one: string, many = `${one}s`): string {
  return `${grouped(String(count))} ${count === 1 ? one : many}`;
}

const grouped = (digits: string) => digits.replace(/\B(?<!\.\d*)(?=(\d{3})+(?!\d))/g, ',');

/**
 * A message as a sentence: with a capital, and a stop at its end.
 *
 * @example
 * asSentence('one of these is not there any more') // => 'One of these is not there any more.'
 */
export function asSentence(words: string): string {
  return upperFirst(words) + (/[.!?]$/.test(words) ? '' : '.');
}

/**
 * As a sentence begins.
 *
 * @example
 * upperFirst('it takes two') // => 'It takes two'
 */
export function upperFirst(words: string): string {
  return words.replace(/^./, (first) => first.toUpperCase());
}

/**
 * As it goes on after a colon.
 *
 * @example
 * lowerFirst('Work it from the centre') // => 'work it from the centre'
 */
export function lowerFirst(words: string): string {
  return words.replace(/^./, (first) => first.toLowerCase());
}
