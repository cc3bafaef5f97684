import { z } from 'zod';
import { DEFAULT_SCHOOLS, type Schools } from '../../core/bench/schools';
import type { Db } from '../../db/common/connection';
import { setSetting, settingOf } from '../../db/common/settings';
import { read, wholeNumber } from '../common/fields';
import { runForm, type SaveResult } from '../common/result';

const choices = {
  workFrom: z.enum(['centre', 'outside', 'as the yarn asks']),
  windings: z.enum(['once', 'twice']),
  ties: z.enum(['after mounting', 'before mounting']),
  startingEnd: z.enum(['doubled', 'knotted']),
  joinedEnds: z.enum(['cut', 'untied']),
  slip: z.enum(['in the hole', 'apart']),
};

const kept = z.strictObject({ ...choices, earliestDays: z.int().min(0).max(365) }) satisfies z.ZodType<Schools>;

const form = z.strictObject({ ...choices, earliestDays: read(wholeNumber(0, 365)) });
export type SchoolsForm = z.input<typeof form>;

/** The schools that the user follows. */
export function schools(db: Db): Schools {
  const text = settingOf(db, 'schools');
  return text === undefined ? DEFAULT_SCHOOLS : kept.parse(JSON.parse(text));
}

export function saveSchools(db: Db, input: unknown): SaveResult {
  return runForm(form, input, (values) => {
    setSetting(db, 'schools', JSON.stringify(values));
    return 1;
  });
}

/** Whether this is what `schools` can read, as an archive brings it. */
export function isSchools(json: string): boolean {
  return kept.safeParse(JSON.parse(json)).success;
}
