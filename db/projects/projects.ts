import { type Db, prepared } from '../common/connection';
import { sql } from '../common/sql';

export interface ProjectRow {
  id: number;
  name: string;
  notes: string;
  dueOn: string | null;
  /** When the first stitch is to be made. */
  castOn: string | null;
  marginPerMille: number;
  spare: number;
  createdAt: string;
  finishedAt: string | null;
  deletedAt: string | null;
}

export interface NeedRow {
  id: number;
  projectId: number;
  colour: string;
  needMm: number | null;
  needMg: number | null;
  donePerMille: number;
  yarnIds: number[];
}

export type NewProject = Pick<ProjectRow, 'name' | 'notes' | 'dueOn' | 'castOn' | 'marginPerMille' | 'spare'>;
export type NewNeed = Omit<NeedRow, 'id' | 'projectId'>;

const SELECT = sql`SELECT id, name, notes, due_on AS dueOn, cast_on AS castOn, margin_per_mille AS marginPerMille, spare,
  created_at AS createdAt, finished_at AS finishedAt, deleted_at AS deletedAt FROM project`;

/**
 * Those under way, in the order in which they are served: as it was set by hand; then by due date, those without one last;
 * then by age.
 */
export function projectsUnderWay(db: Db): ProjectRow[] {
  return prepared<ProjectRow>(
    db,
    sql`${SELECT} WHERE finished_at IS NULL AND deleted_at IS NULL
     ORDER BY by_hand IS NULL, by_hand, due_on IS NULL, due_on, id`,
  ).all();
}

/** Those finished or deleted, the latest first. */
export function projectsPast(db: Db): ProjectRow[] {
  return prepared<ProjectRow>(
    db,
    sql`${SELECT} WHERE finished_at IS NOT NULL OR deleted_at IS NOT NULL
     ORDER BY coalesce(deleted_at, finished_at) DESC`,
  ).all();
}

export function projectById(db: Db, id: number): ProjectRow | undefined {
  return prepared<ProjectRow>(db, sql`${SELECT} WHERE id = ?`).get(id);
}

/** The needs of a project in their order, each with its yarns in theirs, as they were assigned. */
export function needsOf(db: Db, projectId: number): NeedRow[] {
  return prepared<Omit<NeedRow, 'yarnIds'> & { yarnIds: string }>(
    db,
    sql`SELECT n.id, n.project_id AS projectId, n.colour, n.need_mm AS needMm, n.need_mg AS needMg,
       n.done_per_mille AS donePerMille,
       (SELECT json_group_array(yarn_id ORDER BY position) FROM project_need_yarn y WHERE y.need_id = n.id) AS yarnIds
     FROM project_need n WHERE n.project_id = ? ORDER BY n.position`,
  )
    .all(projectId)
    .map((row) => ({ ...row, yarnIds: JSON.parse(row.yarnIds) as number[] }));
}

export function insertProject(db: Db, project: NewProject & { createdAt: string; requestKey: string }): number {
  const { lastInsertRowid } = prepared(
    db,
    sql`INSERT INTO project (name, notes, due_on, cast_on, margin_per_mille, spare, created_at, request_key)
     VALUES (@name, @notes, @dueOn, @castOn, @marginPerMille, @spare, @createdAt, @requestKey)`,
  ).run(project);
  return Number(lastInsertRowid);
}

export function updateProject(db: Db, id: number, project: NewProject): void {
  prepared(
    db,
    sql`UPDATE project SET name = @name, notes = @notes, due_on = @dueOn, cast_on = @castOn, margin_per_mille = @marginPerMille,
       spare = @spare WHERE id = @id`,
  ).run({ ...project, id });
}

export function replaceNeeds(db: Db, projectId: number, needs: readonly NewNeed[]): void {
  prepared(db, sql`DELETE FROM project_need WHERE project_id = ?`).run(projectId);
  needs.forEach(({ yarnIds, ...need }, position) => {
    const { lastInsertRowid } = prepared(
      db,
      sql`INSERT INTO project_need (project_id, position, colour, need_mm, need_mg, done_per_mille)
       VALUES (@projectId, @position, @colour, @needMm, @needMg, @donePerMille)`,
    ).run({ ...need, projectId, position });
    yarnIds.forEach((yarnId, i) =>
      prepared(db, sql`INSERT INTO project_need_yarn (need_id, position, yarn_id) VALUES (?, ?, ?)`).run(
        lastInsertRowid,
        i,
        yarnId,
      ),
    );
  });
}

/** Sets the order of projects by hand; an empty one: none has a place of its own. */
export function orderByHand(db: Db, ids: readonly number[]): void {
  prepared(db, sql`UPDATE project SET by_hand = NULL WHERE by_hand IS NOT NULL`).run();
  ids.forEach((id, i) => prepared(db, sql`UPDATE project SET by_hand = ? WHERE id = ?`).run(i + 1, id));
}

export function isOrderedByHand(db: Db): boolean {
  return (
    prepared(
      db,
      sql`SELECT 1 FROM project WHERE by_hand IS NOT NULL AND finished_at IS NULL AND deleted_at IS NULL LIMIT 1`,
    ).get() !== undefined
  );
}

/** What a project, or a knitting, can be marked as, and the column that says when. */
export const MARK_COLUMNS = { finished: sql`finished_at`, deleted: sql`deleted_at` };
export type ProjectMark = keyof typeof MARK_COLUMNS;
export const PROJECT_MARKS = Object.keys(MARK_COLUMNS) as ProjectMark[];

/** Marks a project as finished or deleted, or takes the mark off again. */
export function markProject(db: Db, id: number, mark: ProjectMark, at: string | null): void {
  prepared(db, sql`UPDATE project SET ${MARK_COLUMNS[mark]} = ? WHERE id = ?`).run(at, id);
}
