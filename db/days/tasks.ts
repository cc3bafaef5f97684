import type { JobKind } from '../../core/days/schedule';
import { type Db, prepared } from '../common/connection';
import { sql } from '../common/sql';

export interface JobRow {
  id: number;
  kind: JobKind;
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

export type NewJob = Pick<JobRow, 'kind' | 'title' | 'pieceId' | 'projectId' | 'minutes' | 'dueOn' | 'plannedOn'>;

const SELECT = sql`SELECT id, kind, title, piece_id AS pieceId, project_id AS projectId, minutes, due_on AS dueOn,
  planned_on AS plannedOn, created_at AS createdAt, done_at AS doneAt, deleted_at AS deletedAt FROM job`;

export function insertJob(db: Db, job: NewJob & { createdAt: string; requestKey: string }): number {
  const { lastInsertRowid } = prepared(
    db,
    sql`INSERT INTO job (kind, title, piece_id, project_id, minutes, due_on, planned_on, created_at, request_key)
     VALUES (@kind, @title, @pieceId, @projectId, @minutes, @dueOn, @plannedOn, @createdAt, @requestKey)`,
  ).run(job);
  return Number(lastInsertRowid);
}

export function updateJob(db: Db, id: number, job: Omit<NewJob, 'plannedOn'>): void {
  prepared(
    db,
    sql`UPDATE job SET kind = @kind, title = @title, piece_id = @pieceId, project_id = @projectId, minutes = @minutes,
       due_on = @dueOn WHERE id = @id`,
  ).run({ ...job, id });
}

export function jobById(db: Db, id: number): JobRow | undefined {
  return prepared<JobRow>(db, sql`${SELECT} WHERE id = ?`).get(id);
}

export function jobByRequest(db: Db, requestKey: string): JobRow | undefined {
  return prepared<JobRow>(db, sql`${SELECT} WHERE request_key = ?`).get(requestKey);
}

/** What is still to be done, and what was done since a moment. */
export function jobsSince(db: Db, doneSince: string): JobRow[] {
  return prepared<JobRow>(
    db,
    sql`${SELECT} WHERE deleted_at IS NULL AND (done_at IS NULL OR done_at >= ?) ORDER BY id`,
  ).all(doneSince);
}

/** What is still to be done. */
export function openJobs(db: Db): JobRow[] {
  return prepared<JobRow>(db, sql`${SELECT} WHERE done_at IS NULL AND deleted_at IS NULL ORDER BY id`).all();
}

export function setPlanned(db: Db, id: number, day: string | null): void {
  prepared(db, sql`UPDATE job SET planned_on = ? WHERE id = ?`).run(day, id);
}

/** What a job can be marked as, and the column that says when. */
const MARK_COLUMNS = { done: sql`done_at`, deleted: sql`deleted_at` };
export type JobMark = keyof typeof MARK_COLUMNS;
export const JOB_MARKS = Object.keys(MARK_COLUMNS) as JobMark[];

export function markJob(db: Db, id: number, mark: JobMark, at: string | null): void {
  prepared(db, sql`UPDATE job SET ${MARK_COLUMNS[mark]} = ? WHERE id = ?`).run(at, id);
}

export interface JobAfterRow {
  jobId: number;
  afterId: number;
  waitDays: number;
}

export function replaceAfter(db: Db, jobId: number, after: readonly Omit<JobAfterRow, 'jobId'>[]): void {
  prepared(db, sql`DELETE FROM job_after WHERE job_id = ?`).run(jobId);
  for (const { afterId, waitDays } of after)
    prepared(db, sql`INSERT INTO job_after (job_id, after_id, wait_days) VALUES (?, ?, ?)`).run(
      jobId,
      afterId,
      waitDays,
    );
}

export function allAfter(db: Db): JobAfterRow[] {
  return prepared<JobAfterRow>(
    db,
    sql`SELECT job_id AS jobId, after_id AS afterId, wait_days AS waitDays FROM job_after ORDER BY job_id, after_id`,
  ).all();
}
