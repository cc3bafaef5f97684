import type { PlyMethod } from '../../core/twist/plying';
import type { TwistDirection } from '../../core/twist/twist';
import { type Db, prepared } from '../common/connection';
import { sql } from '../common/sql';

/** How singles were plied. */
export interface PlyRow {
  operationId: number;
  method: PlyMethod;
  spun: TwistDirection | null;
  spunTurnsPerKm: number | null;
  plied: TwistDirection;
  /** As it was meant. */
  pliedTurnsPerKm: number | null;
  restUntil: string | null;
}

export function insertPly(db: Db, ply: PlyRow): void {
  prepared(
    db,
    sql`INSERT INTO ply (operation_id, method, spun, spun_turns_per_km, plied, plied_turns_per_km, rest_until)
     VALUES (@operationId, @method, @spun, @spunTurnsPerKm, @plied, @pliedTurnsPerKm, @restUntil)`,
  ).run(ply);
}

const SELECT = sql`
  SELECT y.operation_id AS operationId, y.method, y.spun, y.spun_turns_per_km AS spunTurnsPerKm, y.plied,
    y.plied_turns_per_km AS pliedTurnsPerKm, y.rest_until AS restUntil
  FROM ply y JOIN live_operation o ON o.id = y.operation_id`;

/** The ply that an operation made, while that holds. */
export function plyOf(db: Db, operationId: number): PlyRow | undefined {
  return prepared<PlyRow>(db, sql`${SELECT} WHERE y.operation_id = ?`).get(operationId);
}

/** The ply that a yarn was made by, while that holds; a yarn that something was left over of was not made by it. */
export function plyOfYarn(db: Db, yarnId: number): PlyRow | undefined {
  return prepared<PlyRow>(
    db,
    sql`${SELECT} JOIN piece p ON p.created_by = y.operation_id
     WHERE p.yarn_id = @yarnId AND NOT EXISTS (
       SELECT 1 FROM operation_piece part JOIN piece single ON single.id = part.piece_id
       WHERE part.operation_id = y.operation_id AND part.side = 'in' AND single.yarn_id = @yarnId)
     ORDER BY y.operation_id LIMIT 1`,
  ).get({ yarnId });
}

/** How a yarn was plied last; null: it never was. */
export function lastMethodOf(db: Db, yarnId: number): PlyMethod | null {
  const row = prepared<{ method: PlyMethod }>(
    db,
    sql`SELECT y.method FROM ply y JOIN live_operation o ON o.id = y.operation_id
     JOIN operation_piece part ON part.operation_id = o.id AND part.side = 'in'
     JOIN piece p ON p.id = part.piece_id
     WHERE p.yarn_id = ? ORDER BY o.id DESC LIMIT 1`,
  ).get(yarnId);
  return row?.method ?? null;
}

/** A ply with what was counted and weighed of it on the reel. */
export interface MeasuredPly extends PlyRow {
  lengthMm: number;
  massMg: number;
}

const PLIES_REMEMBERED = 40;

/** The newest plies that were counted on the reel before they were washed: what came after is not plying's. */
export function measuredPlies(db: Db): MeasuredPly[] {
  return prepared<MeasuredPly>(
    db,
    sql`SELECT q.*, s.length_mm AS lengthMm, s.mass_mg AS massMg FROM (${SELECT}) q
     JOIN piece p ON p.created_by = q.operationId
     JOIN sample s ON s.piece_id = p.id AND s.how = 'reel' AND s.washed = 0
     JOIN live_operation counted ON counted.id = s.operation_id
     ORDER BY s.operation_id DESC LIMIT ?`,
  ).all(PLIES_REMEMBERED);
}

/** Pieces fresh from plying that are still there, the oldest first. */
export function pliedPieces(db: Db): { pieceId: number; operationId: number }[] {
  return prepared<{ pieceId: number; operationId: number }>(
    db,
    sql`SELECT p.id AS pieceId, y.operation_id AS operationId
     FROM ply y JOIN live_operation o ON o.id = y.operation_id
     JOIN piece_now p ON p.created_by = y.operation_id
     -- What was left over of a single is still of its own yarn.
     WHERE p.consumed_by IS NULL AND p.yarn_id NOT IN (
       SELECT single.yarn_id FROM operation_piece part JOIN piece single ON single.id = part.piece_id
       WHERE part.operation_id = y.operation_id AND part.side = 'in')
     ORDER BY o.at`,
  ).all();
}

/** The last operation of a kind on a piece that holds. */
export function lastOn(db: Db, pieceId: number, kind: 'wash'): { id: number; at: string } | undefined {
  return prepared<{ id: number; at: string }>(
    db,
    sql`SELECT o.id, o.at FROM operation_piece part JOIN live_operation o ON o.id = part.operation_id
     WHERE part.piece_id = ? AND o.kind = ? ORDER BY o.id DESC LIMIT 1`,
  ).get(pieceId, kind);
}
