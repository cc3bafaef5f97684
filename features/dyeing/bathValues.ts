import { inWords, readingFigure } from '../../core/common/format';
import { readOrNull } from '../../core/common/inputError';
import { parseQuantity, type UnitSystem } from '../../core/common/units';
import { parsePotMl, parseStockPercent, parseWaterMlPerG } from '../../core/dyeing/bathFigures';
import { parseIngredientShare, type Recipe } from '../../core/dyeing/recipe';
import type { BathPage } from '../../server/dyeing/bathPages';
import type { BathForm } from '../../server/dyeing/baths';
import { newKey } from '../../ui/feedback/newKey';

export type Row = BathForm['ingredients'][number];

export const NEW_ROW: Row = { kind: 'dye', name: '', amount: '', stock: '1' };

/** A bath that is to be begun. */
export function emptyBath(operationId: number | null = null): BathForm {
  return {
    requestKey: newKey(),
    name: '',
    fibre: '',
    pieceIds: [],
    operationId,
    ingredients: [{ kind: 'mordant', name: '', amount: '', stock: '' }, NEW_ROW],
    water: '',
    heat: '',
    time: '',
    pot: '',
    note: '',
  };
}

/** A bath as it would be typed: in shares, so that it can be made of another mass. */
export function bathFirst(bath: BathPage): BathForm {
  const { name, fibreG, recipe, potMl, note, pieces } = bath;
  const typed = (value: number | null, unit = '') => (value === null ? '' : `${Number(value.toFixed(4))}${unit}`);
  return {
    requestKey: newKey(),
    name,
    fibre: `${fibreG} g`,
    operationId: null,
    // What was used since cannot be chosen, and so not left out either.
    pieceIds: pieces.filter(({ gone }) => !gone).map(({ id }) => id),
    ingredients: recipe.ingredients.map(({ kind, name, percent, stockPercent }) => ({
      kind,
      name,
      amount: `${percent} %`,
      stock: typed(stockPercent),
    })),
    water: typed(recipe.waterMlPerG),
    heat: typed(recipe.celsius, ' °C'),
    time: typed(recipe.minutes, ' min'),
    pot: typed(potMl, ' ml'),
    note,
  };
}

/** The same recipe for another bath: nothing is in it yet. */
export function bathAgain(bath: BathPage): BathForm {
  return { ...bathFirst(bath), name: `${bath.name} again`, pieceIds: [], fibre: '', note: '' };
}

/** What pieces weigh together, as a field of a form has it. */
export const massTyped = (massG: number | null, system: UnitSystem): string =>
  massG === null ? '' : inWords(readingFigure(massG, 0.1, system)).replace('\u00a0', ' ');

/** What can be worked out of what is typed so far; null as long as the fibre's mass is not known. */
export function typedBath(
  form: BathForm,
  system: UnitSystem,
): { recipe: Recipe; fibreG: number; potMl: number | null } | null {
  const fibreG = readOrNull(() => parseQuantity(form.fibre, 'mass', system, ''));
  if (fibreG === null || !(fibreG > 0)) return null;
  const figure = (text: string, parse: (text: string, path: string) => number) => readOrNull(() => parse(text, ''));
  const ingredients = form.ingredients.flatMap(({ kind, name, amount, stock }) => {
    const stockPercent = figure(stock, parseStockPercent);
    const percent = readOrNull(() => parseIngredientShare(amount, { fibreG, stockPercent }, ''));
    const isRead = percent !== null && (stockPercent !== null || stock.trim() === '');
    return isRead ? [{ kind, name, percent, stockPercent }] : [];
  });
  return {
    recipe: { ingredients, waterMlPerG: figure(form.water, parseWaterMlPerG), celsius: null, minutes: null },
    fibreG,
    potMl: figure(form.pot, parsePotMl),
  };
}
