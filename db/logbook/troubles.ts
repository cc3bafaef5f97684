import type { Sequel } from '../../core/trouble/trouble';
import { type Db, prepared } from '../common/connection';
import { sql } from '../common/sql';

/** What went wrong with a piece away from any run, and what helped. */
export interface TroubleRow {
  operationId: number;
  trouble: string;
  attempt: string;
  seconds: number;
  lostMm: number;
  sequel: Sequel;
}

export function insertTrouble(db: Db, row: TroubleRow): void {
  prepared(
    db,
    sql`INSERT INTO trouble (operation_id, trouble, attempt, seconds, lost_mm, sequel)
     VALUES (@operationId, @trouble, @attempt, @seconds, @lostMm, @sequel)`,
  ).run(row);
}

/** The last of them that still stand in the log, oldest first, each with the piece that it happened to. */
export function lastTroubles(db: Db, most: number): (TroubleRow & { pieceId: number })[] {
  return prepared<TroubleRow & { pieceId: number }>(
    db,
    sql`SELECT t.operation_id AS operationId, t.trouble, t.attempt, t.seconds, t.lost_mm AS lostMm, t.sequel,
       p.piece_id AS pieceId
     FROM trouble t
     JOIN live_operation o ON o.id = t.operation_id
     JOIN operation_piece p ON p.operation_id = t.operation_id
     ORDER BY t.operation_id DESC LIMIT ?`,
  )
    .all(most)
    .reverse();
}
