import type { LeavingWay } from '../../core/twist/strandWays';
import type { Round } from '../../core/twist/twist';
import { type Db, prepared } from '../common/connection';
import { sql } from '../common/sql';
import { IS_BALL } from '../winding/woundCakes';

/** How a strand was laid on one of the pieces that an operation made. */
export interface LaidRow {
  operationId: number;
  pieceId: number;
  how: 'spindle' | 'carried' | 'reel' | null;
  direction: Round | null;
  coreUm: number | null;
  outerUm: number | null;
  crossingMillideg: number;
  loopMm: number | null;
  innerEnd: 'free' | 'buried' | null;
  farSide: 'open' | 'closed' | null;
}

/** The same, and whether it was wound round itself as a ball; null where the log does not tell. */
export type LaidWound = LaidRow & { ball: 0 | 1 | null };

/** Notes how a strand left what it was taken from; null: nobody looked. */
export function noteLeaving(db: Db, operationId: number, way: LeavingWay | null): void {
  if (way === null) prepared(db, sql`DELETE FROM strand_leaving WHERE operation_id = ?`).run(operationId);
  else
    prepared(
      db,
      sql`INSERT INTO strand_leaving (operation_id, way) VALUES (?, ?)
       ON CONFLICT (operation_id) DO UPDATE SET way = excluded.way`,
    ).run(operationId, way);
}

export function noteLaid(db: Db, row: LaidRow): void {
  prepared(
    db,
    sql`INSERT INTO strand_laid (operation_id, piece_id, how, direction, core_um, outer_um, crossing_millideg, loop_mm,
       inner_end, far_side)
     VALUES (@operationId, @pieceId, @how, @direction, @coreUm, @outerUm, @crossingMillideg, @loopMm, @innerEnd, @farSide)
     ON CONFLICT (operation_id, piece_id) DO UPDATE SET how = excluded.how, direction = excluded.direction,
       core_um = excluded.core_um, outer_um = excluded.outer_um, crossing_millideg = excluded.crossing_millideg,
       loop_mm = excluded.loop_mm, inner_end = excluded.inner_end, far_side = excluded.far_side`,
  ).run(row);
}

/** How strands left in the operations on a yarn's pieces. */
export function leavingsOfYarn(db: Db, yarnId: number): { operationId: number; way: LeavingWay }[] {
  return prepared<{ operationId: number; way: LeavingWay }>(
    db,
    sql`SELECT operation_id AS operationId, way FROM strand_leaving WHERE operation_id IN (
       SELECT part.operation_id FROM operation_piece part JOIN piece p ON p.id = part.piece_id WHERE p.yarn_id = ?)`,
  ).all(yarnId);
}

const LAID = sql`l.operation_id AS operationId, l.piece_id AS pieceId, l.how, l.direction, l.core_um AS coreUm,
  l.outer_um AS outerUm, l.crossing_millideg AS crossingMillideg, l.loop_mm AS loopMm, l.inner_end AS innerEnd,
  l.far_side AS farSide`;

export function laidOfYarn(db: Db, yarnId: number): LaidWound[] {
  return prepared<LaidWound>(
    db,
    sql`SELECT ${LAID}, ${IS_BALL} AS ball FROM strand_laid l JOIN piece p ON p.id = l.piece_id
     LEFT JOIN wound_cake w ON w.operation_id = l.operation_id AND w.piece_id = l.piece_id WHERE p.yarn_id = ?`,
  ).all(yarnId);
}

/** How the strand ran in one operation. */
export function strandOf(db: Db, operationId: number): { left: LeavingWay | null; laid: LaidRow[] } {
  const left = prepared<{ way: LeavingWay }>(db, sql`SELECT way FROM strand_leaving WHERE operation_id = ?`).get(
    operationId,
  );
  const laid = prepared<LaidRow>(db, sql`SELECT ${LAID} FROM strand_laid l WHERE l.operation_id = ?`).all(operationId);
  return { left: left?.way ?? null, laid };
}
