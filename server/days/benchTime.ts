import { z } from 'zod';
import { isDay } from '../../core/days/days';
import type { BenchTime } from '../../core/days/schedule';
import type { Db } from '../../db/common/connection';
import { setSetting, settingOf } from '../../db/common/settings';
import { read, readOptional, wholeNumber } from '../common/fields';
import { runForm, ConflictError, type SaveResult, saving } from '../common/result';

const day = z.string().refine(isDay, 'a day, like 2027-03-21');
const minutes = z.int().min(0).max(1440);

const kept = z.strictObject({
  weekdays: z.array(minutes).length(7),
  days: z.record(day, minutes),
  /** When an evening begins: "19:30". */
  from: z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/),
});
export type KeptTime = z.infer<typeof kept> & BenchTime;

/** An hour on weekday evenings but Friday, longer on Saturday. */
const DEFAULT_TIME: KeptTime = { weekdays: [45, 45, 45, 45, 0, 90, 0], days: {}, from: '19:30' };

/** When the user has time. */
export function benchTime(db: Db): KeptTime {
  const text = settingOf(db, 'time');
  return text === undefined ? DEFAULT_TIME : kept.parse(JSON.parse(text));
}

const timeForm = z.strictObject({
  weekdays: z.array(readOptional(wholeNumber(0, 1440))).length(7),
  from: read((typed) => typed.trim()).pipe(z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'a time, like 19:30')),
});
export type TimeForm = z.input<typeof timeForm>;

export function saveTime(db: Db, input: unknown): SaveResult {
  return runForm(timeForm, input, ({ weekdays, from }) => {
    const before = benchTime(db);
    keep(db, { ...before, weekdays: weekdays.map((each) => each ?? 0), from });
    return 1;
  });
}

/** One day that is otherwise than its weekday; null: as its weekday again. */
export function saveDayTime(db: Db, onDay: string, typed: number | null): SaveResult {
  return saving(() => {
    if (!isDay(onDay) || (typed !== null && !minutes.safeParse(typed).success))
      throw new ConflictError('a day, and minutes between 0 and 1440');
    const before = benchTime(db);
    const days = Object.fromEntries(Object.entries(before.days).filter(([each]) => each !== onDay));
    keep(db, { ...before, days: typed === null ? days : { ...days, [onDay]: typed } });
    return 1;
  });
}

function keep(db: Db, time: KeptTime): void {
  setSetting(db, 'time', JSON.stringify(kept.parse(time)));
}

/** Whether this is what `benchTime` can read, as an archive brings it. */
export function isBenchTime(json: string): boolean {
  return kept.safeParse(JSON.parse(json)).success;
}
