'use server';

import { saveDayTime, saveTime, type TimeForm } from '../../server/benchTime';
import { database } from '../../server/database';
import { type JobForm, markedJob, saveJob, settleDays } from '../../server/jobs';
import type { Saved } from '../../server/result';

export async function keepJob(id: number | null, form: JobForm): Promise<Saved> {
  return Promise.resolve(saveJob(database(), id, form, new Date()));
}

export async function settle(days: Record<number, string | null>): Promise<Saved> {
  return Promise.resolve(settleDays(database(), days));
}

export async function markJob(id: number, mark: 'done' | 'deleted', on: boolean): Promise<Saved> {
  return Promise.resolve(markedJob(database(), id, mark, on, new Date()));
}

export async function keepTime(form: TimeForm): Promise<Saved> {
  return Promise.resolve(saveTime(database(), form));
}

export async function keepDayTime(day: string, minutes: number | null): Promise<Saved> {
  return Promise.resolve(saveDayTime(database(), day, minutes));
}
