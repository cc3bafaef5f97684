import type { PlyMethod } from '../core/plying';
import type { TwistDirection } from '../core/twist';
import { type Db, prepared } from './connection';

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
    `INSERT INTO ply (operation_id, method, spun, spun_turns_per_km, plied, plied_turns_per_km, rest_until)
     VALUES (@operationId, @method, @spun, @spunTurnsPerKm, @plied, @pliedTurnsPerKm, @restUntil)`,
  ).run(ply);
}

const SELECT = `
  SELECT y.operation_id AS operationId, y.method, y.spun, y.spun_turns_per_km AS spunTurnsPerKm, y.plied,
    y.plied_turns_per_km AS pliedTurnsPerKm, y.rest_until AS restUntil
  FROM ply y JOIN live_operation o ON o.id = y.operation_id`;

/** The ply that an operation made, while that holds. */
export function plyOf(db: Db, operationId: number): PlyRow | undefined {
  return prepared<PlyRow>(db, `${SELECT} WHERE y.operation_id = ?`).get(operationId);
}

/** Pieces fresh from plying that are still there, the oldest first. */
export function pliedPieces(db: Db): { pieceId: number; operationId: number }[] {
  return prepared<{ pieceId: number; operationId: number }>(
    db,
    `SELECT p.id AS pieceId, y.operation_id AS operationId
     FROM ply y JOIN live_operation o ON o.id = y.operation_id
     JOIN piece_now p ON p.born_by = y.operation_id
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
    `SELECT o.id, o.at FROM operation_piece part JOIN live_operation o ON o.id = part.operation_id
     WHERE part.piece_id = ? AND o.kind = ? ORDER BY o.id DESC LIMIT 1`,
  ).get(pieceId, kind);
}
