import { z } from 'zod';
import { InputError } from '../../core/common/inputError';
import { STARTING_LIMITS, type TwistLimits, YARN_BUILDS, type YarnBuild } from '../../core/twist/twistSeverity';
import type { Db } from '../../db/common/connection';
import { setSetting, settingOf } from '../../db/common/settings';
import { number, read } from '../common/fields';
import { runForm, type SaveResult } from '../common/result';

const kept = z.record(
  z.enum(YARN_BUILDS),
  z.strictObject({ seenPercent: z.number().positive(), troublePercent: z.number().positive() }),
) satisfies z.ZodType<Record<YarnBuild, TwistLimits>>;

const percent = read(number(0.1, 200));
const form = z.record(z.enum(YARN_BUILDS), z.strictObject({ seenPercent: percent, troublePercent: percent }));
export type TwistLimitsForm = z.input<typeof form>;

/** From what change on it is seen, and is trouble: the user's own rule of thumb, or the one to begin with. */
export function twistLimits(db: Db): Record<YarnBuild, TwistLimits> {
  const text = settingOf(db, 'twist limits');
  return text === undefined ? STARTING_LIMITS : kept.parse(JSON.parse(text));
}

export function saveTwistLimits(db: Db, input: unknown): SaveResult {
  return runForm(form, input, (limits) => {
    for (const build of YARN_BUILDS)
      if (limits[build].troublePercent <= limits[build].seenPercent)
        throw new InputError('must be above where it is seen', `${build}.troublePercent`);
    setSetting(db, 'twist limits', JSON.stringify(limits));
    return 1;
  });
}

/** Whether this is what `twistLimits` can read, as an archive brings it. */
export function isTwistLimits(json: string): boolean {
  return kept.safeParse(JSON.parse(json)).success;
}
