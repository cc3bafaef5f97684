import { z } from 'zod';
import { InputError } from '../../core/common/inputError';
import { readCsvOf } from '../../formats/tablesCsv';

const weighing = z.strictObject({
  pieceId: z.int().positive(),
  massG: z.number().positive().max(100_000),
  tareG: z.number().min(0).max(100_000).default(0),
  scaleStepG: z.number().positive().max(100).default(1),
  humidityPercent: z.int().min(0).max(90).nullable().default(null),
  at: z.iso.datetime().optional(),
  note: z.string().max(10_000).default(''),
});
export const newWeighings = z.array(weighing).min(1).max(5000);
export type NewWeighings = z.output<typeof newWeighings>;

/** Weighings of a list in the columns of the table of weighings; the entries' own numbers there do not count. */
export function weighingsRead(text: string): NewWeighings {
  const rows = readCsvOf('weighings', text)
    .filter(({ undone }) => !undone)
    .map((row) => ({
      pieceId: row.piece_id,
      massG: row.mass_g,
      tareG: row.tare_g,
      scaleStepG: row.scale_step_g,
      humidityPercent: row.humidity_percent,
      at: row.at,
      note: row.note,
    }));
  const parsed = newWeighings.safeParse(rows);
  if (parsed.success) return parsed.data;
  const [issue] = parsed.error.issues;
  throw new InputError(issue!.message, `line ${Number(issue!.path[0] ?? 0) + 2}`);
}
