import { type Db, prepared } from '../common/connection';
import { sql } from '../common/sql';

/** How a piece is meant to be gone on with, as JSON. */
export function plannedUseOf(db: Db, pieceId: number): string | undefined {
  return prepared<{ way: string }>(db, sql`SELECT way FROM planned_use WHERE piece_id = ?`).get(pieceId)?.way;
}

export function putPlannedUse(db: Db, pieceId: number, way: string, chosenAt: string): void {
  prepared(
    db,
    sql`INSERT INTO planned_use (piece_id, way, chosen_at) VALUES (?, ?, ?)
     ON CONFLICT (piece_id) DO UPDATE SET way = excluded.way, chosen_at = excluded.chosen_at`,
  ).run(pieceId, way, chosenAt);
}

export function clearPlannedUse(db: Db, pieceId: number): void {
  prepared(db, sql`DELETE FROM planned_use WHERE piece_id = ?`).run(pieceId);
}
