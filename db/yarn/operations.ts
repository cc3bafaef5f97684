import type { PackageEnd } from '../../core/yarn/faults';
import { grouped } from '../../core/common/grouped';
import { liveOperations, type OperationKind, type Side } from '../../core/yarn/piece';
import { type Db, prepared, remembered } from '../common/connection';
import { sql } from '../common/sql';

export interface OperationRow {
  id: number;
  kind: OperationKind;
  at: string;
  note: string;
  wasteMg: number;
  /** What went into ties. */
  tiesMg: number;
  undoes: number | null;
  /** The end of the consumed piece that left it first, where it was said. */
  fromEnd: PackageEnd | null;
}

/** A piece's part in an operation, and its net mass then. */
export interface OperationPieceRow {
  operationId: number;
  pieceId: number;
  side: Side;
  massMg: number | null;
  massFrom: 'scale' | 'band' | null;
  tareMg: number;
  resolutionMg: number | null;
  /** The room's, where somebody looked. */
  humidityPercent: number | null;
}

export const OPERATION_COLUMNS = sql`id, kind, at, note, waste_mg AS wasteMg, ties_mg AS tiesMg, undoes, from_end AS fromEnd`;
export const OPERATION_PIECE_COLUMNS = sql`operation_id AS operationId, piece_id AS pieceId, side, mass_mg AS massMg,
  mass_from AS massFrom, tare_mg AS tareMg, resolution_mg AS resolutionMg, humidity_percent AS humidityPercent`;

export interface NewOperation {
  kind: OperationKind;
  at: string;
  note?: string;
  wasteMg?: number;
  tiesMg?: number;
  undoes?: number;
  requestKey?: string;
  fromEnd?: PackageEnd;
}

export function insertOperation(db: Db, operation: NewOperation): number {
  const { lastInsertRowid } = prepared(
    db,
    sql`INSERT INTO operation (kind, at, note, waste_mg, ties_mg, undoes, request_key, from_end)
     VALUES (@kind, @at, @note, @wasteMg, @tiesMg, @undoes, @requestKey, @fromEnd)`,
  ).run({ note: '', wasteMg: 0, tiesMg: 0, undoes: null, requestKey: null, fromEnd: null, ...operation });
  return Number(lastInsertRowid);
}

/** What is not said of its mass was not looked at. */
export function insertOperationPiece(
  db: Db,
  part: Pick<OperationPieceRow, 'operationId' | 'pieceId' | 'side'> & Partial<OperationPieceRow>,
): void {
  prepared(
    db,
    sql`INSERT INTO operation_piece
       (operation_id, piece_id, side, mass_mg, mass_from, tare_mg, resolution_mg, humidity_percent)
     VALUES (@operationId, @pieceId, @side, @massMg, @massFrom, @tareMg, @resolutionMg, @humidityPercent)`,
  ).run({ massMg: null, massFrom: null, tareMg: 0, resolutionMg: null, humidityPercent: null, ...part });
}

/** A piece goes into an operation and is used up by it, with its mass as it was last known. */
export function insertUsedUp(
  db: Db,
  operationId: number,
  piece: { id: number } & {
    [Fact in 'massMg' | 'massFrom' | 'tareMg' | 'resolutionMg' | 'humidityPercent']: OperationPieceRow[Fact] | null;
  },
): void {
  const { id, massMg, massFrom, tareMg, resolutionMg, humidityPercent } = piece;
  const known = { massMg, massFrom, tareMg: tareMg ?? 0, resolutionMg, humidityPercent };
  insertOperationPiece(db, { operationId, pieceId: id, side: 'in', ...known });
}

export function operationById(db: Db, id: number): OperationRow | undefined {
  return prepared<OperationRow>(db, sql`SELECT ${OPERATION_COLUMNS} FROM operation WHERE id = ?`).get(id);
}

/** The weighing of a piece at a moment with just this mass, where it is in the log and holds. */
export function weighedBefore(db: Db, pieceId: number, at: string, massMg: number): number | undefined {
  return prepared<{ id: number }>(
    db,
    sql`SELECT o.id FROM operation_piece part JOIN live_operation o ON o.id = part.operation_id
     WHERE part.piece_id = ? AND o.kind = 'weigh' AND o.at = ? AND part.mass_mg = ?`,
  ).get(pieceId, at, massMg)?.id;
}

/** When a piece was last weighed, or put into water, since it is there; null: never. */
export function massChangedAt(db: Db, pieceId: number): string | null {
  return prepared<{ at: string | null }>(
    db,
    sql`SELECT max(o.at) AS at FROM operation_piece part
     JOIN live_operation o ON o.id = part.operation_id JOIN piece p ON p.id = part.piece_id
     WHERE part.piece_id = ? AND o.id <> p.created_by AND (part.mass_mg IS NOT NULL OR o.kind IN ('dye', 'wash'))`,
  ).get(pieceId)!.at;
}

/** Everything that a yarn's pieces went through, oldest first, with the undos of it. */
export function operationsOfYarn(db: Db, yarnId: number): readonly OperationRow[] {
  return remembered(db, 'operations', yarnId, () => readOperations(db, yarnId));
}

function readOperations(db: Db, yarnId: number): OperationRow[] {
  return prepared<OperationRow>(
    db,
    sql`WITH RECURSIVE touched (id) AS (
       SELECT op.operation_id FROM operation_piece op JOIN piece p ON p.id = op.piece_id WHERE p.yarn_id = ?
       UNION
       SELECT o.id FROM operation o JOIN touched t ON o.undoes = t.id
     )
     SELECT ${OPERATION_COLUMNS} FROM operation WHERE id IN (SELECT id FROM touched) ORDER BY id`,
  ).all(yarnId);
}

export function operationPiecesOf(db: Db, operationId: number): OperationPieceRow[] {
  return prepared<OperationPieceRow>(
    db,
    sql`SELECT ${OPERATION_PIECE_COLUMNS} FROM operation_piece WHERE operation_id = ? ORDER BY piece_id`,
  ).all(operationId);
}

function operationPiecesOfYarn(db: Db, yarnId: number): OperationPieceRow[] {
  return prepared<OperationPieceRow>(
    db,
    sql`SELECT ${OPERATION_PIECE_COLUMNS} FROM operation_piece
     WHERE piece_id IN (SELECT id FROM piece WHERE yarn_id = ?) ORDER BY operation_id, piece_id`,
  ).all(yarnId);
}

/** An operation that holds, with the parts that a yarn's own pieces had in it. */
export interface LiveOperation extends OperationRow {
  parts: readonly OperationPieceRow[];
}

/** What a yarn's pieces went through and what holds of it, oldest first. */
export function liveOfYarn(db: Db, yarnId: number): readonly LiveOperation[] {
  return remembered(db, 'live', yarnId, () => {
    const operations = operationsOfYarn(db, yarnId);
    const live = new Set(liveOperations(operations));
    const parts = grouped(operationPiecesOfYarn(db, yarnId), ({ operationId }) => operationId);
    return operations
      .filter(({ id }) => live.has(id))
      .map((operation) => ({ ...operation, parts: parts.get(operation.id) ?? [] }));
  });
}

/** Whether anything of a yarn was ever put into water or dye, undone or not. */
export function wasTreated(db: Db, yarnId: number): boolean {
  return (
    prepared(
      db,
      sql`SELECT 1 FROM piece p JOIN operation_piece part ON part.piece_id = p.id JOIN operation o ON o.id = part.operation_id
       WHERE p.yarn_id = ? AND o.kind IN ('dye', 'wash') LIMIT 1`,
    ).get(yarnId) !== undefined
  );
}

export function isLive(db: Db, operationId: number): boolean {
  return prepared(db, sql`SELECT 1 FROM live_operation WHERE id = ?`).get(operationId) !== undefined;
}

/** Undos of this operation that were not themselves undone. */
export function liveUndosOf(db: Db, operationId: number): number[] {
  return prepared<{ id: number }>(
    db,
    sql`SELECT u.id FROM operation u WHERE u.undoes = ?
     AND NOT EXISTS (SELECT 1 FROM operation again WHERE again.undoes = u.id)`,
  )
    .all(operationId)
    .map(({ id }) => id);
}

/** Later live operations on any piece that this one touched: while there are some, undoing it would tear the thread. */
export function laterOperations(db: Db, operationId: number): number[] {
  return prepared<{ id: number }>(
    db,
    sql`SELECT DISTINCT later.operation_id AS id FROM operation_piece mine
     JOIN operation_piece later ON later.piece_id = mine.piece_id AND later.operation_id > mine.operation_id
     JOIN live_operation o ON o.id = later.operation_id
     WHERE mine.operation_id = ?`,
  )
    .all(operationId)
    .map(({ id }) => id);
}
