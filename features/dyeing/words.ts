import { inWords, volumeFigure } from '../../core/common/format';
import { type FinerWay, weighedFigure } from '../../core/dyeing/measuring';
import type { Ingredient, IngredientKind, RecipeQuestion } from '../../core/dyeing/recipe';
import { shareInWords } from '../../core/dyeing/recipeWords';

export const KIND_WORDS: Record<IngredientKind, string> = {
  dye: 'dye',
  plant: 'plant or lichen',
  mordant: 'mordant',
  acid: 'acid',
  soda: 'soda',
  salt: 'salt',
  other: 'something else',
};

export const ml = (amount: number) => inWords(volumeFigure(amount));
export const grams = (amount: number) => inWords(weighedFigure(amount));

/** How something is measured that is too little for the scale or the syringe. */
export function finerInWords(way: FinerWay | 'too little'): string {
  if (way === 'too little')
    return 'too little to be measured here, however it is thinned: make a larger bath, or find a finer scale';
  const { stock, thinned } = way;
  const steps = [
    ...(stock ? [`make a stock of ${grams(stock.weighG)} in ${ml(stock.upToMl)}`] : []),
    ...Array.from({ length: thinned.times }, (_, time) => {
      const from = time > 0 ? 'that' : stock ? 'it' : 'the stock';
      return `thin ${ml(thinned.ofMl)} of ${from} to ${ml(thinned.upToMl)}`;
    }),
    `take ${ml(way.takeMl)} of ${thinned.times > 0 ? 'that' : 'it'}`,
  ];
  return `too little for the ${stock ? 'scale' : 'syringe'}: ${steps.join(', then ')}`;
}

/** What is asked about a recipe before anything is measured. */
export function questionInWords(question: RecipeQuestion, ingredients: readonly Ingredient[]): string {
  const name = question.at === null ? '' : ingredients[question.at]!.name || 'this';
  switch (question.ask) {
    case 'share':
      return `More ${name} than fibre: is that percent, or millilitres?`;
    case 'depth':
      return `${shareInWords(ingredients[question.at]!.percent)} of ${name} is deeper than nearly any dye gives: is that meant?`;
    case 'stock':
      return `Does so much ${name} dissolve? Few do past 10 g in 100 ml; its label says.`;
    case 'water':
      return 'The stocks alone are more than all the water: use stronger ones, or more water.';
    case 'pot':
      return 'It is more water than the pot holds: dye in two pots, or with less water.';
  }
}
