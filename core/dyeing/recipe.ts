import { InputError } from '../common/inputError';
import { parseNumber } from '../common/units';

/** What goes into a dye pot beside the yarn and the water. */
export const INGREDIENT_KINDS = ['dye', 'plant', 'mordant', 'acid', 'soda', 'salt', 'other'] as const;
export type IngredientKind = (typeof INGREDIENT_KINDS)[number];

/** One of them, by its share of the dry fibre's mass. */
export interface Ingredient {
  kind: IngredientKind;
  name: string;
  /** Of the dry fibre's mass; of a dye this is the depth of shade. */
  percent: number;
  /** Grams in 100 ml of the stock that it is measured from; null: it is weighed as it is. */
  stockPercent: number | null;
}

/** How a bath is made, whatever the mass of what goes in. */
export interface Recipe {
  ingredients: Ingredient[];
  /** Millilitres of water for each gram of dry fibre, stocks counted in; null: nobody noted. */
  waterMlPerG: number | null;
  celsius: number | null;
  minutes: number | null;
}

/** What is measured out of an ingredient. */
export interface Measured {
  grams: number;
  /** Of its stock; null where it is weighed as it is. */
  stockMl: number | null;
}

/**
 * What a share of the fibre's mass weighs.
 *
 * @param fibreG dry
 * @example
 * gramsOfShare(2, 50) // => 1
 */
export function gramsOfShare(percent: number, fibreG: number): number {
  return (percent * fibreG) / 100;
}

/**
 * Which share of the fibre's mass so many grams are: the other way round.
 *
 * @example
 * shareOfGrams(1, 50) // => 2
 */
export function shareOfGrams(grams: number, fibreG: number): number {
  return (100 * grams) / fibreG;
}

/**
 * The stock that holds so many grams. A stock of 1 % holds 1 g in 100 ml.
 *
 * @example
 * mlOfStock(0.5, 1) // => 50
 */
export function mlOfStock(grams: number, stockPercent: number): number {
  return (100 * grams) / stockPercent;
}

/**
 * What so many millilitres of a stock hold, in grams.
 *
 * @example
 * gramsInStock(50, 1) // => 0.5
 */
export function gramsInStock(stockMl: number, stockPercent: number): number {
  return (stockMl * stockPercent) / 100;
}

/**
 * What is measured of an ingredient for so much dry fibre.
 *
 * @example
 * measured({ kind: 'dye', name: 'moss', percent: 2, stockPercent: 1 }, 25) // => { grams: 0.5, stockMl: 50 }
 */
export function measured({ percent, stockPercent }: Ingredient, fibreG: number): Measured {
  const grams = gramsOfShare(percent, fibreG);
  return { grams, stockMl: stockPercent === null ? null : mlOfStock(grams, stockPercent) };
}

/** The water of a bath, in millilitres. */
export interface Water {
  allMl: number;
  /** What is not water of the stocks; below zero where they are more than the bath is to hold. */
  toAddMl: number;
}

/**
 * The water of a bath; null where its ratio is not known.
 *
 * @example
 * waterOf({ ingredients: [{ kind: 'dye', name: 'moss', percent: 2, stockPercent: 1 }], waterMlPerG: 30, celsius: 85, minutes: 45 }, 25) // => { allMl: 750, toAddMl: 700 }
 */
export function waterOf(recipe: Recipe, fibreG: number): Water | null {
  if (recipe.waterMlPerG === null) return null;
  const allMl = recipe.waterMlPerG * fibreG;
  const stocksMl = recipe.ingredients.reduce((sum, each) => sum + (measured(each, fibreG).stockMl ?? 0), 0);
  return { allMl, toAddMl: allMl - stocksMl };
}

const AMOUNT = /^(.*?)\s*(%|g|mg|ml|cc)?$/i;

/**
 * Reads how much of an ingredient is taken: a share of the fibre's mass ("2", "2 %"), what it weighs ("0.5 g", "50 mg"), or
 * how much of its stock ("50 ml").
 *
 * @param fibreG dry
 * @returns percent of the fibre's mass
 * @throws InputError at `path`
 * @example
 * parseIngredientShare('50 ml', { fibreG: 25, stockPercent: 1 }, 'share') // => 2
 * @example
 * parseIngredientShare('0.5 g', { fibreG: 25, stockPercent: null }, 'share') // => 2
 */
export function parseIngredientShare(
  text: string,
  { fibreG, stockPercent }: { fibreG: number; stockPercent: number | null },
  path: string,
): number {
  const [, figure, unit = '%'] = AMOUNT.exec(text.trim())!;
  const value = parseNumber(figure!, path);
  if (!(value > 0)) throw new InputError('must be above zero', path);
  switch (unit.toLowerCase()) {
    case 'g':
      return shareOfGrams(value, fibreG);
    case 'mg':
      return shareOfGrams(value / 1000, fibreG);
    case 'ml':
    case 'cc':
      if (stockPercent === null) throw new InputError('how strong is the stock? Say that first', path);
      return shareOfGrams(gramsInStock(value, stockPercent), fibreG);
    default:
      return value;
  }
}

/** What does not look right in a recipe; it is asked, never refused. */
export type RecipeQuestion = { at: number; ask: 'share' | 'depth' | 'stock' } | { at: null; ask: 'water' | 'pot' };

/** Of the fibre's mass: past this a powder is hardly meant, while plants may weigh several times what they dye. */
const MOST_PERCENT = 100;
/** A deeper shade than nearly any dye gives. */
const DEEPEST_PERCENT = 10;
/** Few dyes or mordants dissolve further in water; the label says. */
const STRONGEST_PERCENT = 10;

/**
 * What should be looked at again before anything is measured.
 *
 * @param potMl what the pot holds with the yarn in it; null: not known
 * @example
 * recipeQuestions({ ingredients: [{ kind: 'dye', name: 'moss', percent: 20, stockPercent: 1 }], waterMlPerG: 30, celsius: null, minutes: null }, 100, 2000) // => [{ at: 0, ask: 'depth' }, { at: null, ask: 'pot' }]
 */
export function recipeQuestions(recipe: Recipe, fibreG: number, potMl: number | null): RecipeQuestion[] {
  const asked = recipe.ingredients.flatMap(({ kind, percent, stockPercent }, at): RecipeQuestion[] => [
    ...(kind !== 'plant' && percent > MOST_PERCENT ? [{ at, ask: 'share' } as const] : []),
    ...(kind === 'dye' && percent > DEEPEST_PERCENT && percent <= MOST_PERCENT ? [{ at, ask: 'depth' } as const] : []),
    ...((stockPercent ?? 0) > STRONGEST_PERCENT ? [{ at, ask: 'stock' } as const] : []),
  ]);
  const water = waterOf(recipe, fibreG);
  if (water && water.toAddMl < 0) asked.push({ at: null, ask: 'water' });
  if (water && potMl !== null && water.allMl > potMl) asked.push({ at: null, ask: 'pot' });
  return asked;
}
