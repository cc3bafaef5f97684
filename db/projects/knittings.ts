import type { Border } from '../../core/projects/rowForecast';
import type { RowPattern } from '../../core/projects/rowPattern';
import { type Db, prepared } from '../common/connection';
import { sql } from '../common/sql';
import { MARK_COLUMNS, type ProjectMark } from './projects';

export interface KnittingRow {
  id: number;
  name: string;
  /** What it was begun with. */
  pieceId: number;
  projectId: number | null;
  pattern: RowPattern;
  lastRow: number | null;
  border: Border | null;
  createdAt: string;
  finishedAt: string | null;
  deletedAt: string | null;
}

export type NewKnitting = Pick<KnittingRow, 'name' | 'pieceId' | 'projectId' | 'pattern' | 'lastRow' | 'border'>;

type Stored = Omit<KnittingRow, 'pattern' | 'border'> & { pattern: string; border: string | null };

const SELECT = sql`SELECT id, name, piece_id AS pieceId, project_id AS projectId, pattern, last_row AS lastRow, border,
  created_at AS createdAt, finished_at AS finishedAt, deleted_at AS deletedAt FROM knitting`;

const rowOf = ({ pattern, border, ...row }: Stored): KnittingRow => ({
  ...row,
  pattern: JSON.parse(pattern) as RowPattern,
  border: border === null ? null : (JSON.parse(border) as Border),
});

export function knittingById(db: Db, id: number): KnittingRow | undefined {
  const row = prepared<Stored>(db, sql`${SELECT} WHERE id = ?`).get(id);
  return row && rowOf(row);
}

/** Those on the needles, the latest begun first. */
export function knittingsUnderWay(db: Db): KnittingRow[] {
  return prepared<Stored>(db, sql`${SELECT} WHERE finished_at IS NULL AND deleted_at IS NULL ORDER BY id DESC`)
    .all()
    .map(rowOf);
}

/** Those that were finished or deleted, the latest first. */
export function knittingsPast(db: Db): KnittingRow[] {
  return prepared<Stored>(
    db,
    sql`${SELECT} WHERE finished_at IS NOT NULL OR deleted_at IS NOT NULL
     ORDER BY coalesce(deleted_at, finished_at) DESC, id DESC`,
  )
    .all()
    .map(rowOf);
}

/** Those of a project that were not deleted, the latest begun first. */
export function knittingsOfProject(db: Db, projectId: number): KnittingRow[] {
  return prepared<Stored>(db, sql`${SELECT} WHERE project_id = ? AND deleted_at IS NULL ORDER BY id DESC`)
    .all(projectId)
    .map(rowOf);
}

export function insertKnitting(
  db: Db,
  { pattern, border, ...knitting }: NewKnitting & { createdAt: string; requestKey: string },
): number {
  const { lastInsertRowid } = prepared(
    db,
    sql`INSERT INTO knitting (name, piece_id, project_id, pattern, last_row, border, created_at, request_key)
     VALUES (@name, @pieceId, @projectId, @pattern, @lastRow, @border, @createdAt, @requestKey)`,
  ).run({ ...knitting, pattern: JSON.stringify(pattern), border: border && JSON.stringify(border) });
  return Number(lastInsertRowid);
}

export function updateKnitting(
  db: Db,
  id: number,
  { pattern, border, ...knitting }: Omit<NewKnitting, 'pieceId'>,
): void {
  prepared(
    db,
    sql`UPDATE knitting SET name = @name, project_id = @projectId, pattern = @pattern, last_row = @lastRow, border = @border
     WHERE id = @id`,
  ).run({ ...knitting, id, pattern: JSON.stringify(pattern), border: border && JSON.stringify(border) });
}

/** Marks a knitting as finished or deleted, or takes the mark off again. */
export function markKnitting(db: Db, id: number, mark: ProjectMark, at: string | null): void {
  prepared(db, sql`UPDATE knitting SET ${MARK_COLUMNS[mark]} = ? WHERE id = ?`).run(at, id);
}

export interface RowWeighingRow {
  operationId: number;
  pieceId: number;
  rowsDone: number;
  at: string;
  /** Null: it was used up. */
  massMg: number | null;
  resolutionMg: number | null;
  tareMg: number;
  humidityPercent: number | null;
}

export function insertRowWeighing(
  db: Db,
  weighing: Pick<RowWeighingRow, 'operationId' | 'pieceId' | 'rowsDone'> & { knittingId: number },
): void {
  prepared(
    db,
    sql`INSERT INTO row_weighing (operation_id, knitting_id, piece_id, rows_done)
     VALUES (@operationId, @knittingId, @pieceId, @rowsDone) ON CONFLICT DO NOTHING`,
  ).run(weighing);
}

/** The weighings of a knitting that were not undone, oldest first. */
export function rowWeighingsOf(db: Db, knittingId: number): RowWeighingRow[] {
  return prepared<RowWeighingRow>(
    db,
    sql`SELECT w.operation_id AS operationId, w.piece_id AS pieceId, w.rows_done AS rowsDone, o.at,
       CASE part.side WHEN 'in' THEN NULL ELSE part.mass_mg END AS massMg, part.resolution_mg AS resolutionMg,
       part.tare_mg AS tareMg, part.humidity_percent AS humidityPercent
     FROM row_weighing w JOIN live_operation o ON o.id = w.operation_id
     JOIN operation_piece part ON part.operation_id = w.operation_id AND part.piece_id = w.piece_id
     WHERE w.knitting_id = ? ORDER BY w.operation_id`,
  ).all(knittingId);
}
