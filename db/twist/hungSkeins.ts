import type { TwistDirection } from '../../core/twist/twist';
import { type Db, prepared } from '../common/connection';
import { sql } from '../common/sql';

/** A skein that was hung by itself until it rested. */
export interface HungSkeinRow {
  operationId: number;
  pieceId: number;
  loopMm: number;
  /** Of its lower end; 0: it did not turn. */
  halfTurns: number;
  /** Which way its two sides lay round each other. */
  sides: TwistDirection;
  washed: 0 | 1;
}

export function insertHungSkein(db: Db, hung: HungSkeinRow): void {
  prepared(
    db,
    sql`INSERT INTO hung_skein (operation_id, piece_id, loop_mm, half_turns, sides, washed)
     VALUES (@operationId, @pieceId, @loopMm, @halfTurns, @sides, @washed)`,
  ).run(hung);
}

/** How a piece hung, as far as that holds, oldest first. */
export function hangingsOf(db: Db, pieceId: number): HungSkeinRow[] {
  return prepared<HungSkeinRow>(
    db,
    sql`SELECT h.operation_id AS operationId, h.piece_id AS pieceId, h.loop_mm AS loopMm, h.half_turns AS halfTurns,
       h.sides, h.washed
     FROM hung_skein h JOIN live_operation o ON o.id = h.operation_id WHERE h.piece_id = ? ORDER BY h.operation_id`,
  ).all(pieceId);
}
