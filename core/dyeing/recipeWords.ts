import type { Recipe } from './recipe';

/**
 * A share of the fibre's mass, as it is told.
 *
 * @example
 * shareInWords(1.2) // => '1.2\u00a0%'
 * @example
 * shareInWords(0.00806) // => '0.0081\u00a0%'
 */
export function shareInWords(percent: number): string {
  return `${Number(percent.toPrecision(percent < 0.1 ? 2 : 3))}\u00a0%`;
}

/**
 * What a recipe holds, in a line.
 *
 * @example
 * recipeInWords({ ingredients: [{ kind: 'dye', name: 'moss', percent: 2, stockPercent: 1 }], waterMlPerG: null, celsius: null, minutes: null }) // => 'moss 2\u00a0%'
 */
export function recipeInWords({ ingredients }: Recipe): string {
  return ingredients.map(({ name, percent }) => `${name} ${shareInWords(percent)}`).join(' · ');
}

/** From an hour and a half on, hours are said. */
const HOURS_FROM_MIN = 90;

/**
 * Heat and time, in a line; empty where nobody noted them.
 *
 * @example
 * heatInWords({ celsius: 85, minutes: 45 }) // => '85\u00a0°C, 45\u00a0min'
 * @example
 * heatInWords({ celsius: null, minutes: 180 }) // => '3\u00a0h'
 * @example
 * heatInWords({ celsius: 85, minutes: null }) // => '85\u00a0°C'
 */
export function heatInWords({ celsius, minutes }: Pick<Recipe, 'celsius' | 'minutes'>): string {
  const time =
    minutes !== null && minutes >= HOURS_FROM_MIN
      ? `${Number((minutes / 60).toFixed(1))}\u00a0h`
      : `${Math.round(minutes ?? 0)}\u00a0min`;
  return [celsius !== null && `${Math.round(celsius)}\u00a0°C`, minutes !== null && time].filter(Boolean).join(', ');
}
