import { type Db, prepared } from '../common/connection';
import { sql } from '../common/sql';

export interface PictureRow {
  id: number;
  yarnId: number;
  /** What it shows the doing of; null: the band. */
  operationId: number | null;
  file: string;
  width: number;
  height: number;
  addedAt: string;
  removedAt: string | null;
}

const SELECT = sql`SELECT id, yarn_id AS yarnId, operation_id AS operationId, file, width, height, added_at AS addedAt, removed_at AS removedAt
  FROM picture`;

export function insertPicture(db: Db, picture: Omit<PictureRow, 'id' | 'removedAt'>): number {
  const { lastInsertRowid } = prepared(
    db,
    sql`INSERT INTO picture (yarn_id, operation_id, file, width, height, added_at)
     VALUES (@yarnId, @operationId, @file, @width, @height, @addedAt)`,
  ).run(picture);
  return Number(lastInsertRowid);
}

export function pictureById(db: Db, id: number): PictureRow | undefined {
  return prepared<PictureRow>(db, sql`${SELECT} WHERE id = ?`).get(id);
}

/** The pictures of the bands of these yarns that were not taken away, oldest first. */
export function picturesOf(db: Db, yarnIds: readonly number[]): PictureRow[] {
  return prepared<PictureRow>(
    db,
    sql`${SELECT} WHERE removed_at IS NULL AND operation_id IS NULL AND yarn_id IN (SELECT value FROM json_each(?)) ORDER BY id`,
  ).all(JSON.stringify(yarnIds));
}

/** The pictures of what was done by an operation that were not taken away, oldest first. */
export function picturesOfOperation(db: Db, operationId: number): PictureRow[] {
  return prepared<PictureRow>(db, sql`${SELECT} WHERE removed_at IS NULL AND operation_id = ? ORDER BY id`).all(
    operationId,
  );
}

export function setRemoved(db: Db, id: number, removedAt: string | null): void {
  prepared(db, sql`UPDATE picture SET removed_at = ? WHERE id = ?`).run(removedAt, id);
}

/** The names of all files that the database knows of, those taken away too: they may come back. */
export function pictureFiles(db: Db): string[] {
  return prepared<{ file: string }>(db, sql`SELECT DISTINCT file FROM picture ORDER BY file`)
    .all()
    .map(({ file }) => file);
}
