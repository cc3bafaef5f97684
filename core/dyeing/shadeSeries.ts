import { InputError } from '../common/inputError';
import type { Ingredient, Recipe } from './recipe';

/** How the steps of a series follow one another: by the same difference, or by the same proportion. */
export const SERIES_STEPS = ['linear', 'geometric'] as const;
export type SeriesSteps = (typeof SERIES_STEPS)[number];

const MOST_STEPS = 60;

/**
 * Figures from one to another in even steps, both ends in. The eye takes geometric steps of a depth for even ones.
 *
 * @throws InputError at `count` below 2; at `from` or `to` where geometric steps would begin or end at nothing
 * @example
 * seriesOf(1, 4, 3, 'geometric') // => [1, 2, 4]
 * @example
 * seriesOf(1, 4, 4, 'linear') // => [1, 2, 3, 4]
 */
export function seriesOf(from: number, to: number, count: number, steps: SeriesSteps): number[] {
  if (!(count >= 2 && count <= MOST_STEPS)) throw new InputError(`between 2 and ${MOST_STEPS}`, 'count');
  for (const [path, end] of [['from', from] as const, ['to', to] as const])
    if (!(end > 0) && (steps === 'geometric' || end < 0))
      throw new InputError('geometric steps need more than nothing at both ends', path);
  const between =
    steps === 'linear' ? (share: number) => from + (to - from) * share : (share: number) => from * (to / from) ** share;
  return Array.from({ length: count }, (_, i) => (i === count - 1 ? to : between(i / (count - 1))));
}

/**
 * One recipe over several depths: its dyes and plants grow together, so that the shade stays and its depth goes from the
 * first to the last; mordants and all else keep their share.
 *
 * @param fromPercent the depth of all its dyes together, in the first
 * @throws InputError as `seriesOf`, and at `recipe` where there is nothing in it that colours
 * @example
 * shadeSeries({ ingredients: [{ kind: 'dye', name: 'moss', percent: 2, stockPercent: 1 }], waterMlPerG: null, celsius: null, minutes: null }, { fromPercent: 1, toPercent: 4, count: 3, steps: 'geometric' }).map(({ ingredients }) => ingredients[0]?.percent) // => [1, 2, 4]
 */
export function shadeSeries(
  recipe: Recipe,
  plan: { fromPercent: number; toPercent: number; count: number; steps: SeriesSteps },
): Recipe[] {
  const depth = depthOf(recipe);
  if (depth === 0) throw new InputError('there is no dye in it', 'recipe');
  return seriesOf(plan.fromPercent, plan.toPercent, plan.count, plan.steps).map((percent) => ({
    ...recipe,
    ingredients: scaledColours(recipe.ingredients, percent / depth),
  }));
}

/**
 * From one recipe to another: the first holds only the colours of the one, the last only those of the other, and those
 * between both, the one giving way as the other comes in. Mordants and all else are those of the first recipe.
 *
 * @throws InputError as `seriesOf`
 * @example
 * gradient({ ingredients: [{ kind: 'dye', name: 'moss', percent: 2, stockPercent: 1 }], waterMlPerG: null, celsius: null, minutes: null }, { ingredients: [{ kind: 'dye', name: 'rust', percent: 1, stockPercent: 1 }], waterMlPerG: null, celsius: null, minutes: null }, 3)[1]?.ingredients.map(({ percent }) => percent) // => [1, 0.5]
 */
export function gradient(first: Recipe, last: Recipe, count: number): Recipe[] {
  return seriesOf(0, 1, count, 'linear').map((share) => {
    const colours = [
      ...scaledColours(first.ingredients.filter(isColour), 1 - share),
      ...scaledColours(last.ingredients.filter(isColour), share),
    ];
    return {
      ...first,
      ingredients: [...together(colours), ...first.ingredients.filter((each) => !isColour(each))],
    };
  });
}

/**
 * The depth of all that colours in a recipe, in percent of the fibre's mass.
 *
 * @example
 * depthOf({ ingredients: [{ kind: 'dye', name: 'moss', percent: 2, stockPercent: 1 }, { kind: 'mordant', name: 'alum', percent: 12, stockPercent: null }], waterMlPerG: null, celsius: null, minutes: null }) // => 2
 */
export function depthOf({ ingredients }: Recipe): number {
  return ingredients.filter(isColour).reduce((sum, { percent }) => sum + percent, 0);
}

const isColour = ({ kind }: Ingredient) => kind === 'dye' || kind === 'plant';

const scaledColours = (ingredients: readonly Ingredient[], times: number): Ingredient[] =>
  ingredients
    .map((each) => (isColour(each) ? { ...each, percent: each.percent * times } : each))
    .filter(({ percent }) => percent > 0);

/** One dye that both recipes have, from the same stock, is measured once. */
function together(colours: readonly Ingredient[]): Ingredient[] {
  const sums: Ingredient[] = [];
  for (const each of colours) {
    const same = sums.find(
      ({ name, kind, stockPercent }) => name === each.name && kind === each.kind && stockPercent === each.stockPercent,
    );
    if (same) same.percent += each.percent;
    else sums.push({ ...each });
  }
  return sums;
}
