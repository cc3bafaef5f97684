import { z } from 'zod';
import { isDay } from '../../core/days/days';
import { InputError } from '../../core/common/inputError';
import { leadsTo } from '../../core/common/leadsTo';
import { TASK_KINDS, type TaskKind } from '../../core/days/schedule';
import type { Db } from '../../db/common/connection';
import {
  allAfter,
  insertTask,
  taskById,
  type TaskRow,
  type TaskMark,
  markTask,
  openTasks,
  replaceAfter,
  setPlanned,
  updateTask,
} from '../../db/days/tasks';
import { pieceById, piecesOfYarn } from '../../db/yarn/pieces';
import { needsOf, projectById } from '../../db/projects/projects';
import { openRunOfPiece } from '../../db/winding/runs';
import { once } from '../common/askedBefore';
import { readOptional, requestKey, text, wholeNumber } from '../common/fields';
import { runForm, ConflictError, type SaveResult, saving } from '../common/result';

export { TASK_MARKS } from '../../db/days/tasks';

const optionalDay = z.string().refine((typed) => typed === '' || isDay(typed), 'a day, like 2027-03-21');

const taskForm = z.strictObject({
  requestKey,
  kind: z.enum(TASK_KINDS),
  title: text,
  pieceId: z.int().positive().nullable(),
  projectId: z.int().positive().nullable(),
  /** Empty: as long as such a thing has taken here. */
  minutes: readOptional(wholeNumber(1, 1440)),
  dueOn: optionalDay,
  /** Empty: to be proposed. */
  plannedOn: optionalDay,
  after: z.array(z.strictObject({ taskId: z.int().positive(), waitDays: readOptional(wholeNumber(0, 365)) })).max(20),
});
export type TaskForm = z.input<typeof taskForm>;

/** Puts something on the list of what is to be done, or changes it. */
export function saveTask(db: Db, id: number | null, input: unknown, now: Date): SaveResult {
  return runForm(taskForm, input, (form) =>
    once(db, 'task', id === null ? form.requestKey : null, () => {
      const before = id === null ? undefined : taskById(db, id);
      if (id !== null && (!before || before.deletedAt !== null))
        throw new ConflictError('this is not on the list any more');
      if (form.kind === 'other' && form.title === '') throw new InputError('say what it is', 'title');
      if (form.kind !== 'other') {
        const piece = form.pieceId === null ? undefined : pieceById(db, form.pieceId);
        if (!piece) throw new InputError('choose what it is done with', 'pieceId');
        // What was on the list before its piece was used up stays as it is.
        if (piece.consumedBy !== null && before?.pieceId !== piece.id)
          throw new InputError('this piece is not there any more', 'pieceId');
      }
      if (form.projectId !== null && !projectById(db, form.projectId))
        throw new InputError('there is no such project', 'projectId');
      const { kind, title, projectId, minutes, dueOn } = form;
      // Chosen before it became something else, a piece has nothing to do with it.
      const pieceId = kind === 'other' ? null : form.pieceId;
      const task = { kind, title, pieceId, projectId, minutes, dueOn: dueOn || null };
      const taskId =
        id ??
        insertTask(db, {
          ...task,
          plannedOn: form.plannedOn || null,
          createdAt: now.toISOString(),
          requestKey: form.requestKey,
        });
      if (id !== null) {
        updateTask(db, id, task);
        setPlanned(db, id, form.plannedOn || null);
      }
      const all = allAfter(db);
      const waitsFor = (id: number) => all.filter((row) => row.taskId === id).map(({ afterId }) => afterId);
      const after = form.after.map(({ taskId, waitDays }) => ({ afterId: taskId, waitDays: waitDays ?? 0 }));
      for (const [i, { afterId }] of after.entries()) {
        if (!taskById(db, afterId)) throw new InputError('this is not on the list', `after.${i}.taskId`);
        if (leadsTo(afterId, taskId, waitsFor))
          throw new InputError('the two would wait for one another', `after.${i}.taskId`);
      }
      replaceAfter(db, taskId, after);
      return taskId;
    }),
  );
}

/** Confirms days for tasks, or leaves them to be proposed again; all of them or none. */
export function confirmDays(db: Db, days: Readonly<Record<number, string | null>>): SaveResult {
  return saving(() =>
    db
      .transaction(() => {
        const entries = Object.entries(days).map(([id, day]) => ({ id: Number(id), day }));
        for (const { id, day } of entries) {
          open(db, id);
          if (day !== null && !isDay(day)) throw new ConflictError('that is not a day');
          setPlanned(db, id, day);
        }
        return entries[0]?.id ?? 0;
      })
      .immediate(),
  );
}

/** Marks a task as done or deleted, or takes that back. */
export function markedTask(db: Db, id: number, mark: TaskMark, on: boolean, now: Date): SaveResult {
  return saving(() => {
    if (!taskById(db, id)) throw new ConflictError('this is not on the list any more');
    markTask(db, id, mark, on ? now.toISOString() : null);
    return id;
  });
}

function open(db: Db, id: number): TaskRow {
  const task = taskById(db, id);
  if (!task || task.doneAt !== null || task.deletedAt !== null)
    throw new ConflictError('this is not on the list any more');
  return task;
}

/** Puts the winding of every hank that a project waits for on the list; those that are on it stay. */
export function planWindingOf(db: Db, projectId: number, key: string, now: Date): SaveResult {
  return saving(() =>
    db
      .transaction(() => {
        const project = projectById(db, projectId);
        if (!project) throw new ConflictError('there is no such project');
        const yarnIds = [...new Set(needsOf(db, projectId).flatMap((need) => need.yarnIds))];
        const listed = new Set(openTasks(db).flatMap(({ kind, pieceId }) => (kind === 'wind' ? [pieceId] : [])));
        const hanks = yarnIds
          .flatMap((yarnId) => piecesOfYarn(db, yarnId))
          .filter(
            ({ id, form, consumedBy }) =>
              form === 'hank' && consumedBy === null && !listed.has(id) && !openRunOfPiece(db, id),
          );
        if (hanks.length === 0) throw new ConflictError('every hank of its yarns is wound, or on the list');
        const tasks = hanks.map(({ id }) =>
          insertTask(db, {
            kind: 'wind' satisfies TaskKind,
            title: '',
            pieceId: id,
            projectId,
            minutes: null,
            dueOn: project.castOn ?? project.dueOn,
            plannedOn: null,
            createdAt: now.toISOString(),
            requestKey: `${key}-${id}`,
          }),
        );
        return tasks[0]!;
      })
      .immediate(),
  );
}
