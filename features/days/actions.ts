'use server';

import { z } from 'zod';
import { action, flag, formOf, id, idOrNew } from '../../server/common/action';
import { saveDayTime, saveTime, type TimeForm } from '../../server/days/benchTime';
import { database } from '../../server/common/database';
import { ROW_NUMBER } from '../../server/common/rowNumber';
import { type TaskForm, TASK_MARKS, markedTask, saveTask, confirmDays } from '../../server/days/tasks';

export const saveTaskForm = action([idOrNew, formOf<TaskForm>()], (id, form) =>
  saveTask(database(), id, form, new Date()),
);

export const keepDays = action([z.record(z.string().regex(ROW_NUMBER), z.iso.date().nullable())], (days) =>
  confirmDays(database(), days),
);

export const markTask = action([id, z.enum(TASK_MARKS), flag], (id, mark, on) =>
  markedTask(database(), id, mark, on, new Date()),
);

export const keepTime = action([formOf<TimeForm>()], (form) => saveTime(database(), form));

export const keepDayTime = action([z.iso.date(), z.number().nullable()], (day, minutes) =>
  saveDayTime(database(), day, minutes),
);
