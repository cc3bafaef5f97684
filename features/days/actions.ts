'use server';

import { z } from 'zod';
import { action, flag, formOf, id, idOrNew } from '../../server/common/action';
import { saveDayTime, saveTime, type TimeForm } from '../../server/days/benchTime';
import { database } from '../../server/common/database';
import { ROW_NUMBER } from '../../server/common/rowNumber';
import { type JobForm, JOB_MARKS, markedJob, saveJob, settleDays } from '../../server/days/tasks';

export const keepJob = action([idOrNew, formOf<JobForm>()], (id, form) => saveJob(database(), id, form, new Date()));

export const settle = action([z.record(z.string().regex(ROW_NUMBER), z.iso.date().nullable())], (days) =>
  settleDays(database(), days),
);

export const markJob = action([id, z.enum(JOB_MARKS), flag], (id, mark, on) =>
  markedJob(database(), id, mark, on, new Date()),
);

export const keepTime = action([formOf<TimeForm>()], (form) => saveTime(database(), form));

export const keepDayTime = action([z.iso.date(), z.number().nullable()], (day, minutes) =>
  saveDayTime(database(), day, minutes),
);
