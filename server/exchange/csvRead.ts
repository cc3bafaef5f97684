import { z } from 'zod';
import { InputError } from '../../core/common/inputError';
import { readingFields } from '../common/weighing';
import { readCsvOf } from '../../formats/tablesCsv';

const weighing = z.strictObject({
  /** Chosen by whoever asks: sent twice with the same one, it is entered once. */
  key: z.string().min(8).max(80).optional(),
  pieceId: z.int().positive(),
  ...readingFields,
  at: z.iso
    .datetime()
    .transform((at) => new Date(at).toISOString())
    .optional(),
  /** Said of what was in water and weighs more than before, or came out of it within the hour. */
  isDry: z.boolean().default(false),
  note: z.string().max(10_000).default(''),
});
export const newWeighings = z
  .array(
    weighing
      .refine(({ netG, grossG }) => (netG === undefined) !== (grossG === undefined), {
        path: ['netG'],
        error: 'say the mass of the yarn alone (netG) or with its tare (grossG), one of them',
      })
      .refine(({ grossG, tareG }) => grossG === undefined || grossG > tareG, {
        path: ['grossG'],
        error: 'the tare must be below the mass on the scale',
      }),
  )
  .min(1)
  .max(5000);
export type NewWeighings = z.output<typeof newWeighings>;

/** Weighings of a list, and the line of the list that each stands in. */
export interface ListedWeighings {
  weighings: NewWeighings;
  lines: number[];
}

/** Weighings of a list in the columns of the table of weighings; the entries' own numbers there do not count. */
export function weighingsRead(text: string): ListedWeighings {
  const rows = readCsvOf('weighings', text).filter(({ undone }) => !undone);
  const lines = rows.map(({ line }) => line);
  const parsed = newWeighings.safeParse(
    rows.map((row) => ({
      pieceId: row.piece_id,
      netG: row.mass_g,
      tareG: row.tare_g,
      scaleStepG: row.scale_step_g,
      humidityPercent: row.humidity_percent,
      at: row.at,
      note: row.note,
    })),
  );
  if (parsed.success) return { weighings: parsed.data, lines };
  const [issue] = parsed.error.issues;
  throw new InputError(issue!.message, `line ${lines[Number(issue!.path[0] ?? 0)] ?? 2}`);
}
