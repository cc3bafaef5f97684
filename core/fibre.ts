import { InputError } from './inputError';

/** A fibre's share of a yarn, in percent by mass. */
export interface FibreShare {
  name: FibreName;
  percent: number;
}

/**
 * Regain at 65 % relative humidity: grams of water that a gram of dry fibre holds in standard air.
 * Rounded figures of the textbooks.
 */
export const REGAIN_AT_65 = {
  wool: 0.145,
  alpaca: 0.145,
  mohair: 0.145,
  cashmere: 0.145,
  silk: 0.1,
  cotton: 0.075,
  linen: 0.09,
  hemp: 0.09,
  viscose: 0.125,
  bamboo: 0.125,
  lyocell: 0.115,
  nylon: 0.041,
  polyester: 0.004,
  acrylic: 0.015,
} as const;

export type FibreName = keyof typeof REGAIN_AT_65;

export const FIBRE_NAMES = Object.keys(REGAIN_AT_65) as FibreName[];

/**
 * Refuses shares that do not add up to 100 %, to a tenth of a percent.
 *
 * @throws InputError at `path`
 * @example
 * requireWhole([{ name: 'wool', percent: 80 }, { name: 'nylon', percent: 20 }], 'fibres').length // => 2
 */
export function requireWhole(shares: readonly FibreShare[], path: string): readonly FibreShare[] {
  const total = shares.reduce((sum, share) => sum + share.percent, 0);
  if (Math.abs(total - 100) > 0.1)
    throw new InputError(`percents must add up to 100; they add up to ${Number(total.toFixed(2))}`, path);
  return shares;
}

/** How a fibre behaves at the winder. */
export type Handling = 'sticky' | 'slippery' | 'fragile';

const HANDLING: Partial<Record<FibreName, Handling>> = {
  mohair: 'sticky',
  linen: 'sticky',
  hemp: 'sticky',
  silk: 'slippery',
  viscose: 'slippery',
  bamboo: 'slippery',
  lyocell: 'slippery',
  cashmere: 'fragile',
};

/**
 * What to look out for while a yarn of these fibres is wound; a fibre counts from 15 % on.
 *
 * @example
 * handlingOf([{ name: 'mohair', percent: 70 }, { name: 'silk', percent: 30 }]) // => ['sticky', 'slippery']
 */
export function handlingOf(shares: readonly FibreShare[]): Handling[] {
  const found = shares.filter(({ percent }) => percent >= 15).flatMap(({ name }) => HANDLING[name] ?? []);
  return [...new Set(found)];
}
