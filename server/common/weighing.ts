import { z } from 'zod';
import { InputError } from '../../core/common/inputError';
import { parseHumidityPercent } from '../../core/yarn/moisture';
import type { MassFact } from '../../core/yarn/piece';
import type { UnitSystem } from '../../core/common/units';
import type { OperationPieceRow } from '../../db/yarn/operations';
import type { PieceRow } from '../../db/yarn/pieces';
import { quantity, readOptional } from './fields';
import { fromMg, toMg } from './storageUnits';

/** What every weighing tells beside the mass itself. */
export function weighingFields(system: UnitSystem) {
  return {
    /** A bowl or bag on the scale with the yarn; empty for none. */
    tare: readOptional(quantity('mass', system)),
    scaleResolutionG: z.number().positive().max(100),
    /** The room's, in percent; empty where nobody looked. */
    humidity: readOptional((typed) => parseHumidityPercent(typed, '')),
  };
}

/** What was read from a scale, as it is stored: the net mass, the tare and the scale's step. */
export type WeighedMass = Pick<
  OperationPieceRow,
  'massMg' | 'massFrom' | 'tareMg' | 'resolutionMg' | 'humidityPercent'
> & {
  massMg: number;
};

/**
 * @param path of the mass's own field, which a tare that is too heavy is reported at
 * @throws InputError where the tare is not below what the scale showed
 */
export function weighedMass(
  grossG: number,
  { tare, scaleResolutionG, humidity }: { tare: number | null; scaleResolutionG: number; humidity: number | null },
  path: string,
): WeighedMass {
  const massMg = toMg(grossG) - toMg(tare ?? 0);
  if (massMg <= 0) throw new InputError('the tare must be below the mass on the scale', path);
  return {
    massMg,
    massFrom: 'scale',
    tareMg: toMg(tare ?? 0),
    resolutionMg: Math.max(1, toMg(scaleResolutionG)),
    humidityPercent: humidity,
  };
}

/** The mass of a piece as it is known now; null where it is not. */
export function massFactOf(
  row: Pick<PieceRow, 'massMg' | 'massFrom' | 'tareMg' | 'resolutionMg' | 'humidityPercent'>,
): MassFact | null {
  if (row.massMg === null) return null;
  if (row.massFrom === 'band') return { from: 'band', massG: fromMg(row.massMg) };
  return {
    from: 'scale',
    massG: fromMg(row.massMg),
    tareG: fromMg(row.tareMg ?? 0),
    resolutionG: fromMg(row.resolutionMg!),
    ...(row.humidityPercent !== null && { humidityPercent: row.humidityPercent }),
  };
}

/** More than went in can be a slip of the scale, or water; but not by much. */
const MORE_SHARE = 1.1;
const MORE_MG = 3000;

/** Whether what came out weighs more than can be, after so much went in. */
export function isTooMuch(outMg: number, putInMg: number): boolean {
  return outMg > putInMg * MORE_SHARE + MORE_MG;
}
