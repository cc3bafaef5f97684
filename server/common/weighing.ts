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

/** The typed fields of one mass on the scale, by their names in a form. */
export const SCALE_FIELDS = ['mass', 'tare', 'humidity'] as const;

/** What was read from a scale, as it is stored: the net mass, the tare and the scale's step. */
export type WeighedMass = Pick<
  OperationPieceRow,
  'massMg' | 'massFrom' | 'tareMg' | 'resolutionMg' | 'humidityPercent'
> & {
  massMg: number;
};

/** What a scale tells: of the yarn alone, or with the tare that is on it too. */
export type ScaleReading = ({ netG: number } | { grossG: number }) & {
  tareG: number;
  scaleStepG: number;
  humidityPercent: number | null;
};

/** The same in grams, as other programs and lists say it. */
export const scaleG = z.number().min(0.001).max(100_000);
export const readingFields = {
  /** Of the yarn alone; a tare was taken off already. */
  netG: scaleG.optional(),
  /** As the scale showed it, with the tare: one of the two. */
  grossG: scaleG.optional(),
  tareG: z.number().min(0).max(100_000).default(0),
  scaleStepG: z.number().positive().max(100).default(1),
  humidityPercent: z.int().min(0).max(90).nullable().default(null),
};

/**
 * What was said in such fields; null where nothing was weighed.
 *
 * @throws InputError where both masses are said
 */
export function readingOfFields({
  netG,
  grossG,
  tareG,
  scaleStepG,
  humidityPercent,
}: z.output<z.ZodObject<typeof readingFields>>): ScaleReading | null {
  if (netG !== undefined && grossG !== undefined)
    throw new InputError('say the mass of the yarn alone (netG) or with its tare (grossG), not both', 'grossG');
  const scale = { tareG, scaleStepG, humidityPercent };
  if (netG !== undefined) return { netG, ...scale };
  return grossG === undefined ? null : { grossG, ...scale };
}

interface FormScale {
  /** Null, or left out: nothing was on the scale with it. */
  tare?: number | null;
  scaleResolutionG: number;
  humidity: number | null;
}

/** What a form says of a scale: forms take what it shows. Null where it was left empty. */
export function readingOfForm(grossG: number, form: FormScale): ScaleReading;
export function readingOfForm(grossG: number | null, form: FormScale): ScaleReading | null;
export function readingOfForm(
  grossG: number | null,
  { tare, scaleResolutionG, humidity }: FormScale,
): ScaleReading | null {
  if (grossG === null) return null;
  return { grossG, tareG: tare ?? 0, scaleStepG: scaleResolutionG, humidityPercent: humidity };
}

/**
 * What a scale told, as it is stored.
 *
 * @param path of the mass's own field, which a tare that is too heavy is reported at
 * @throws InputError where the tare is not below what the scale showed
 */
export function massOfReading(reading: ScaleReading, path: string): WeighedMass {
  const tareMg = toMg(reading.tareG);
  const massMg = 'netG' in reading ? toMg(reading.netG) : toMg(reading.grossG) - tareMg;
  if (massMg <= 0) throw new InputError('the tare must be below the mass on the scale', path);
  return {
    massMg,
    massFrom: 'scale',
    tareMg,
    resolutionMg: Math.max(1, toMg(reading.scaleStepG)),
    humidityPercent: reading.humidityPercent,
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
