import { type Db, prepared } from '../common/connection';
import { sql } from '../common/sql';

export interface MergeRow {
  id: number;
  fromYarn: number;
  intoYarn: number;
  at: string;
  /** JSON array of the columns that were filled. */
  filled: string;
}

const SELECT = sql`SELECT id, from_yarn AS fromYarn, into_yarn AS intoYarn, at, filled FROM yarn_merge`;

/** Moves every piece of one yarn over to another, under new labels, and remembers what they were. */
export function insertMerge(
  db: Db,
  merge: Omit<MergeRow, 'id'>,
  pieces: readonly { id: number; label: string; newLabel: string }[],
): number {
  const { lastInsertRowid } = prepared(
    db,
    sql`INSERT INTO yarn_merge (from_yarn, into_yarn, at, filled) VALUES (@fromYarn, @intoYarn, @at, @filled)`,
  ).run(merge);
  const id = Number(lastInsertRowid);
  for (const piece of pieces) {
    prepared(db, sql`INSERT INTO yarn_merge_piece (merge_id, piece_id, label) VALUES (?, ?, ?)`).run(
      id,
      piece.id,
      piece.label,
    );
    prepared(db, sql`UPDATE piece SET yarn_id = ?, label = ? WHERE id = ?`).run(
      merge.intoYarn,
      piece.newLabel,
      piece.id,
    );
  }
  return id;
}

/** Sends the pieces of a merge back, under the labels they had. */
export function undoMerge(db: Db, merge: MergeRow, undoneAt: string): void {
  prepared(
    db,
    sql`UPDATE piece SET yarn_id = ?,
       label = (SELECT label FROM yarn_merge_piece m WHERE m.merge_id = ? AND m.piece_id = piece.id)
     WHERE id IN (SELECT piece_id FROM yarn_merge_piece WHERE merge_id = ?)`,
  ).run(merge.fromYarn, merge.id, merge.id);
  prepared(db, sql`UPDATE yarn_merge SET undone_at = ? WHERE id = ?`).run(undoneAt, merge.id);
}

/** The merge that took this yarn into another and still holds. */
export function liveMergeFrom(db: Db, yarnId: number): MergeRow | undefined {
  return prepared<MergeRow>(db, sql`${SELECT} WHERE from_yarn = ? AND undone_at IS NULL`).get(yarnId);
}

/** The pieces that went over in a merge. */
export function piecesOfMerge(db: Db, mergeId: number): number[] {
  return prepared<{ id: number }>(db, sql`SELECT piece_id AS id FROM yarn_merge_piece WHERE merge_id = ?`)
    .all(mergeId)
    .map(({ id }) => id);
}

/** This yarn and all that were merged into it, directly or by way of others. */
export function yarnWithMerged(db: Db, yarnId: number): number[] {
  return prepared<{ id: number }>(
    db,
    sql`WITH RECURSIVE one (id) AS (
       SELECT ? UNION SELECT m.from_yarn FROM yarn_merge m JOIN one ON m.into_yarn = one.id WHERE m.undone_at IS NULL
     ) SELECT id FROM one`,
  )
    .all(yarnId)
    .map(({ id }) => id);
}

/** Where a yarn is now: one that was merged into another is found there. */
export function whereItIs(db: Db, yarnId: number): number {
  const merge = liveMergeFrom(db, yarnId);
  return merge ? whereItIs(db, merge.intoYarn) : yarnId;
}
