import { InputError } from '../common/inputError';
import { parseNumber } from '../common/units';

/** What may stand on a label beneath its name and its figures, in this order. */
export const LABEL_LINES = ['fibre', 'lot', 'needle', 'care', 'maker', 'piece', 'origin'] as const;
export type LabelLine = (typeof LABEL_LINES)[number];

/** What a buyer wants to know; where in its skein a mini lay is nobody's business but the maker's. */
export const USUAL_LABEL_LINES: readonly LabelLine[] = ['fibre', 'lot', 'needle', 'care', 'maker'];

const PRICE = /^([^\d]*?)\s*(\d[\d.,\s]*)\s*([^\d]*)$/;

/**
 * A price as it is put on a label, and what that makes for 100 g, in the same currency and written alike.
 *
 * @param text "6.50 €", "£7", "12,50 kr"
 * @param massG null: not weighed, so nothing is told for 100 g
 * @throws InputError at `price`
 * @example
 * pricesInWords('6.50 €', 12) // => ['6.50 €', '54.17 € / 100 g']
 * @example
 * pricesInWords('£7', 50) // => ['£7', '£14.00 / 100 g']
 */
export function pricesInWords(text: string, massG: number | null): string[] {
  const typed = text.trim();
  if (typed === '') return [];
  const [, before, figure, after] = PRICE.exec(typed) ?? [];
  if (figure === undefined) throw new InputError('write it like 6.50 €', 'price');
  const amount = parseNumber(figure.trim(), 'price');
  if (!(amount > 0)) throw new InputError('must be above zero', 'price');
  if (massG === null || !(massG > 0)) return [typed];
  const per100G = ((100 * amount) / massG).toFixed(2);
  const written = /,\d{1,2}$/.test(figure.trim()) ? per100G.replace('.', ',') : per100G;
  return [typed, `${before}${written}${after ? ` ${after.trim()}` : ''} / 100 g`];
}
