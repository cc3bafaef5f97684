import type { Figure } from '../common/format';
import { type Ingredient, measured, mlOfStock } from './recipe';

/** The finest steps that can be told apart when something is measured out. */
export interface MeasuringTools {
  scaleStepG: number;
  syringeStepMl: number;
}

/** How something is measured that is too little for the scale or the syringe. */
export interface FinerWay {
  /** Weighed out, and made up with water to so many millilitres; null where it comes from a stock already. */
  stock: { weighG: number; upToMl: number } | null;
  /** Each time so much is taken of the last one, and made up with water to so many millilitres. */
  thinned: { times: number; ofMl: number; upToMl: number };
  /** So much is taken of the last one. */
  takeMl: number;
}

/** What is measured must be at least so many steps, so that half a step is no more than five in a hundred. */
const FEWEST_STEPS = 10;
const BOTTLE_ML = 100;
/** Ten times thinner each time. */
const OF_BOTTLE_ML = 10;
/** A third time is no measuring any more. */
const THINNED_AT_MOST = 2;
/** A stock that is made for this is no stronger than so many grams in 100 ml. */
const USUAL_STOCK_G = 1;

/**
 * Can it be measured to within five in a hundred, half a step either way?
 *
 * @example
 * isMeasurable(0.4, 0.1) // => false
 */
export function isMeasurable(amount: number, step: number): boolean {
  return amount >= FEWEST_STEPS * step * (1 - 1e-9);
}

/**
 * How to measure what the scale or the syringe cannot: through a stock, and that or what there is made thinner.
 *
 * @returns null where it can be measured as it is, `'too little'` where no dilution helps
 * @example
 * finerWay({ kind: 'dye', name: 'moss', percent: 1, stockPercent: null }, 25, { scaleStepG: 0.1, syringeStepMl: 0.5 }).stock // => { weighG: 1, upToMl: 100 }
 * @example
 * finerWay({ kind: 'dye', name: 'moss', percent: 0.1, stockPercent: 1 }, 25, { scaleStepG: 0.1, syringeStepMl: 0.5 }) // => { stock: null, thinned: { times: 1, ofMl: 10, upToMl: 100 }, takeMl: 25 }
 */
export function finerWay(
  ingredient: Ingredient,
  fibreG: number,
  { scaleStepG, syringeStepMl }: MeasuringTools,
): FinerWay | 'too little' | null {
  const { grams, stockMl } = measured(ingredient, fibreG);
  if (stockMl === null ? isMeasurable(grams, scaleStepG) : isMeasurable(stockMl, syringeStepMl)) return null;
  const weighG = Math.max(USUAL_STOCK_G, FEWEST_STEPS * scaleStepG);
  const unthinnedMl = stockMl ?? mlOfStock(grams, (100 * weighG) / BOTTLE_ML);
  const most = isMeasurable(OF_BOTTLE_ML, syringeStepMl) ? THINNED_AT_MOST : 0;
  for (let times = 0; times <= most; times++) {
    const takeMl = unthinnedMl * (BOTTLE_ML / OF_BOTTLE_ML) ** times;
    if (isMeasurable(takeMl, syringeStepMl))
      return {
        stock: stockMl === null ? { weighG, upToMl: BOTTLE_ML } : null,
        thinned: { times, ofMl: OF_BOTTLE_ML, upToMl: BOTTLE_ML },
        takeMl,
      };
  }
  return 'too little';
}

/**
 * What is weighed out, to the step that its size deserves: dyes and mordants are weighed in grams, whatever yarn is.
 *
 * @example
 * weighedFigure(0.632) // => { number: '0.63', unit: 'g' }
 * @example
 * weighedFigure(5.04).number // => '5'
 */
export function weighedFigure(grams: number): Figure {
  const places = grams < 0.1 ? 3 : grams < 1 ? 2 : grams < 100 ? 1 : 0;
  return { number: String(Number(grams.toFixed(places))), unit: 'g' };
}
