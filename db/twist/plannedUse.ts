import { type Db, prepared } from '../common/connection';
import { sql } from '../common/sql';

/** How a piece is meant to be gone on with, as JSON. */
export function nextWayOf(db: Db, pieceId: number): string | undefined {
  return prepared<{ way: string }>(db, sql`SELECT way FROM next_way WHERE piece_id = ?`).get(pieceId)?.way;
}

export function putNextWay(db: Db, pieceId: number, way: string, chosenAt: string): void {
  prepared(
    db,
    sql`INSERT INTO next_way (piece_id, way, chosen_at) VALUES (?, ?, ?)
     ON CONFLICT (piece_id) DO UPDATE SET way = excluded.way, chosen_at = excluded.chosen_at`,
  ).run(pieceId, way, chosenAt);
}

export function clearNextWay(db: Db, pieceId: number): void {
  prepared(db, sql`DELETE FROM next_way WHERE piece_id = ?`).run(pieceId);
}
