import { InputError } from '../common/inputError';
import { parseNumber } from '../common/units';

/** A price, and how it was written: with which currency before or after it, and with a decimal comma or a point. */
export interface Price {
  /** Hundredths of the currency. */
  cents: number;
  before: string;
  after: string;
  comma: boolean;
}

const PRICE = /^([^\d]*?)\s*(\d[\d.,\s]*)\s*([^\d]*)$/;

/** More than anybody asks for yarn: past it, a decimal point is missing. */
const MOST_CENTS = 1_000_000_00;

/**
 * Reads a price with its currency.
 *
 * @throws InputError at `price`
 * @example
 * parsePrice('12,50 kr').cents // => 1250
 */
export function parsePrice(text: string): Price {
  const [, before, figure, after] = PRICE.exec(text.trim()) ?? [];
  if (figure === undefined) throw new InputError('write it like 6.50 €', 'price');
  const cents = Math.round(100 * parseNumber(figure.trim(), 'price'));
  if (!(cents > 0)) throw new InputError('must be above zero', 'price');
  if (cents > MOST_CENTS) throw new InputError('more than yarn costs: is the decimal point missing?', 'price');
  return { cents, before: before!, after: after!, comma: /,\d{1,2}$/.test(figure.trim()) };
}

function inWords({ cents, before, after, comma }: Price): string {
  const figure = (cents / 100).toFixed(2);
  // A sign stands close to its figure, letters do not: US$7, CHF 7, kr. 7.
  const apart = /[\p{L}.]$/u.test(before) ? ' ' : '';
  return `${before}${apart}${comma ? figure.replace('.', ',') : figure}${after ? ` ${after}` : ''}`;
}

/**
 * A price as it is put on a label, and what that makes for 100 g, in the same currency and written alike.
 *
 * @param text "6.50 €", "£7", "12,50 kr"; empty: there is none
 * @param massG null: not weighed, so nothing is told for 100 g
 * @throws InputError at `price`
 * @example
 * pricesInWords('6.50 €', 12) // => ['6.50 €', '54.17 € / 100 g']
 * @example
 * pricesInWords('£7', 50) // => ['£7', '£14.00 / 100 g']
 */
export function pricesInWords(text: string, massG: number | null): string[] {
  if (text.trim() === '') return [];
  const price = parsePrice(text);
  if (massG === null || !(massG > 0)) return [text.trim()];
  return [text.trim(), `${inWords({ ...price, cents: (100 * price.cents) / massG })} / 100 g`];
}

/**
 * What prices come to together: one sum for each currency, in the order in which they come up.
 *
 * @throws InputError at `price`
 * @example
 * totalsOf(['6.50 €', '£7', '4 €']) // => ['10.50 €', '£7.00']
 */
export function totalsOf(texts: readonly string[]): string[] {
  const sums = new Map<string, Price>();
  for (const price of texts.map(parsePrice)) {
    const currency = `${price.before} ${price.after}`.trim().toLowerCase();
    const sum = sums.get(currency);
    sums.set(currency, sum ? { ...sum, cents: sum.cents + price.cents } : price);
  }
  return [...sums.values()].map(inWords);
}
