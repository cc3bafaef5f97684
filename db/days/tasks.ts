import type { TaskKind } from '../../core/days/schedule';
import { type Db, prepared } from '../common/connection';
import { sql } from '../common/sql';

export interface TaskRow {
  id: number;
  kind: TaskKind;
  title: string;
  pieceId: number | null;
  projectId: number | null;
  minutes: number | null;
  dueOn: string | null;
  plannedOn: string | null;
  createdAt: string;
  doneAt: string | null;
  deletedAt: string | null;
}

export type NewTask = Pick<TaskRow, 'kind' | 'title' | 'pieceId' | 'projectId' | 'minutes' | 'dueOn' | 'plannedOn'>;

const SELECT = sql`SELECT id, kind, title, piece_id AS pieceId, project_id AS projectId, minutes, due_on AS dueOn,
  planned_on AS plannedOn, created_at AS createdAt, done_at AS doneAt, deleted_at AS deletedAt FROM task`;

export function insertTask(db: Db, task: NewTask & { createdAt: string; requestKey: string }): number {
  const { lastInsertRowid } = prepared(
    db,
    sql`INSERT INTO task (kind, title, piece_id, project_id, minutes, due_on, planned_on, created_at, request_key)
     VALUES (@kind, @title, @pieceId, @projectId, @minutes, @dueOn, @plannedOn, @createdAt, @requestKey)`,
  ).run(task);
  return Number(lastInsertRowid);
}

export function updateTask(db: Db, id: number, task: Omit<NewTask, 'plannedOn'>): void {
  prepared(
    db,
    sql`UPDATE task SET kind = @kind, title = @title, piece_id = @pieceId, project_id = @projectId, minutes = @minutes,
       due_on = @dueOn WHERE id = @id`,
  ).run({ ...task, id });
}

export function taskById(db: Db, id: number): TaskRow | undefined {
  return prepared<TaskRow>(db, sql`${SELECT} WHERE id = ?`).get(id);
}

/** What is still to be done, and what was done since a moment. */
export function tasksSince(db: Db, doneSince: string): TaskRow[] {
  return prepared<TaskRow>(
    db,
    sql`${SELECT} WHERE deleted_at IS NULL AND (done_at IS NULL OR done_at >= ?) ORDER BY id`,
  ).all(doneSince);
}

/** What is still to be done. */
export function openTasks(db: Db): TaskRow[] {
  return prepared<TaskRow>(db, sql`${SELECT} WHERE done_at IS NULL AND deleted_at IS NULL ORDER BY id`).all();
}

export function setPlanned(db: Db, id: number, day: string | null): void {
  prepared(db, sql`UPDATE task SET planned_on = ? WHERE id = ?`).run(day, id);
}

/** What a task can be marked as, and the column that says when. */
const MARK_COLUMNS = { done: sql`done_at`, deleted: sql`deleted_at` };
export type TaskMark = keyof typeof MARK_COLUMNS;
export const TASK_MARKS = Object.keys(MARK_COLUMNS) as TaskMark[];

export function markTask(db: Db, id: number, mark: TaskMark, at: string | null): void {
  prepared(db, sql`UPDATE task SET ${MARK_COLUMNS[mark]} = ? WHERE id = ?`).run(at, id);
}

export interface TaskAfterRow {
  taskId: number;
  afterId: number;
  waitDays: number;
}

export function replaceAfter(db: Db, taskId: number, after: readonly Omit<TaskAfterRow, 'taskId'>[]): void {
  prepared(db, sql`DELETE FROM task_after WHERE task_id = ?`).run(taskId);
  for (const { afterId, waitDays } of after)
    prepared(db, sql`INSERT INTO task_after (task_id, after_id, wait_days) VALUES (?, ?, ?)`).run(
      taskId,
      afterId,
      waitDays,
    );
}

export function allAfter(db: Db): TaskAfterRow[] {
  return prepared<TaskAfterRow>(
    db,
    sql`SELECT task_id AS taskId, after_id AS afterId, wait_days AS waitDays FROM task_after ORDER BY task_id, after_id`,
  ).all();
}
