import { type CakeShape, DENSITY_WOUND_ONCE, radiusAtMm, yarnVolumeMm3 } from './cake';
import { InputError } from '../common/inputError';
import { requirePositive } from '../common/require';

/** What a winder can hold, and the spindle that the cake is wound on. */
export interface WinderLimits {
  maxMassG: number;
  maxDiameterMm: number;
  coreDiameterMm: number;
  heightMm: number;
  /** It becomes a ball, whatever its height. */
  ball?: true;
}

export interface WinderFitInput {
  massG: number;
  densityGPerCm3?: number;
  winder: WinderLimits;
}

export interface WinderFitResult {
  usableMassG: number;
  limitedBy: 'mass' | 'diameter';
  fits: boolean;
  fillPercent: number;
  cakes: number;
  equalPartG: number;
}

/**
 * Does this much yarn fit the winder; if not, how many equal cakes does it take?
 *
 * @throws InputError where a figure is impossible
 * @see calculations.md, winder-fit
 * @example
 * winderFit({ massG: 236, winder: { maxMassG: 113, maxDiameterMm: 98, coreDiameterMm: 24, heightMm: 68 } }).cakes // => 3
 */
export function winderFit({ massG, densityGPerCm3 = DENSITY_WOUND_ONCE, winder }: WinderFitInput): WinderFitResult {
  requirePositive(massG, 'massG');
  requirePositive(densityGPerCm3, 'densityGPerCm3');
  requireLimits(winder);
  const massAtLargestG = roomForYarnMm3(winder) * densityGPerCm3 * 1e-3;
  const usableMassG = Math.min(winder.maxMassG, massAtLargestG);
  const cakes = Math.ceil(massG / usableMassG);
  return {
    usableMassG,
    limitedBy: winder.maxMassG <= massAtLargestG ? 'mass' : 'diameter',
    fits: massG <= usableMassG,
    fillPercent: (100 * massG) / usableMassG,
    cakes,
    equalPartG: massG / cakes,
  };
}

/**
 * How wide a cake of so much yarn is, in millimetres.
 *
 * @example
 * Number(widthOfMm({ coreDiameterMm: 24, heightMm: 68 }, 482.161).toFixed(2)) // => 98
 */
export function widthOfMm(shape: Pick<CakeShape, 'coreDiameterMm' | 'heightMm' | 'ball'>, volumeCm3: number): number {
  return 2 * radiusAtMm({ ...shape, densityGPerCm3: 1 }, volumeCm3);
}

function roomForYarnMm3(winder: WinderLimits): number {
  const { maxDiameterMm, heightMm, ball } = winder;
  return yarnVolumeMm3({ ...winder, heightMm: ball ? maxDiameterMm : heightMm }, maxDiameterMm);
}

function requireLimits(winder: WinderLimits): void {
  requirePositive(winder.maxMassG, 'winder.maxMassG');
  requirePositive(winder.maxDiameterMm, 'winder.maxDiameterMm');
  requirePositive(winder.coreDiameterMm, 'winder.coreDiameterMm');
  requirePositive(winder.heightMm, 'winder.heightMm');
  if (winder.maxDiameterMm <= winder.coreDiameterMm)
    throw new InputError('the largest diameter must be above that of the spindle core', 'winder.maxDiameterMm');
}
