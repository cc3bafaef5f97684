import type { FaultKind } from '../../core/yarn/faults';
import type { PieceForm } from '../../core/yarn/piece';
import { type Db, prepared, remembered } from '../common/connection';
import { sql } from '../common/sql';

/** What a piece is now, as its live operations leave it. */
export interface PieceRow {
  id: number;
  yarnId: number;
  form: PieceForm;
  label: string;
  loopMm: number | null;
  createdBy: number;
  /** The operation that turned it into something else; null while it is still there. */
  consumedBy: number | null;
  massMg: number | null;
  massFrom: 'scale' | 'band' | null;
  tareMg: number | null;
  resolutionMg: number | null;
  humidityPercent: number | null;
  /** When that mass was taken. */
  massAt: string | null;
}

const SELECT = sql`
  SELECT p.id, p.yarn_id AS yarnId, p.form, p.label, p.loop_mm AS loopMm, p.created_by AS createdBy,
    p.consumed_by AS consumedBy, m.mass_mg AS massMg, m.mass_from AS massFrom, m.tare_mg AS tareMg,
    m.resolution_mg AS resolutionMg, m.humidity_percent AS humidityPercent, w.at AS massAt
  FROM piece_now p
  LEFT JOIN operation_piece m ON m.operation_id = p.weighed_by AND m.piece_id = p.id
  LEFT JOIN operation w ON w.id = p.weighed_by`;

/** Every piece of a yarn that was ever made and not undone, those since turned into others too. */
export function piecesOfYarn(db: Db, yarnId: number): readonly PieceRow[] {
  return remembered(db, 'pieces', yarnId, () =>
    prepared<PieceRow>(db, sql`${SELECT} WHERE p.yarn_id = ? ORDER BY p.id`).all(yarnId),
  );
}

export function pieceById(db: Db, id: number): PieceRow | undefined {
  return prepared<PieceRow>(db, sql`${SELECT} WHERE p.id = ?`).get(id);
}

/** What a piece was made as, also where its making was undone and `pieceById` no longer knows it. */
export function everMade(db: Db, id: number): Pick<PieceRow, 'yarnId' | 'label' | 'form'> {
  const piece = prepared<Pick<PieceRow, 'yarnId' | 'label' | 'form'>>(
    db,
    sql`SELECT yarn_id AS yarnId, label, form FROM piece WHERE id = ?`,
  ).get(id);
  if (!piece) throw new Error(`no piece ${id}`);
  return piece;
}

/** Whether a piece is on the shelf: it was made, and is neither used up nor something else by now. */
export function isThere(db: Db, id: number): boolean {
  return pieceById(db, id)?.consumedBy === null;
}

export interface NewPiece {
  yarnId: number;
  form: PieceForm;
  label: string;
  loopMm: number | null;
  createdBy: number;
}

export function insertPiece(db: Db, piece: NewPiece): number {
  const { lastInsertRowid } = prepared(
    db,
    sql`INSERT INTO piece (yarn_id, form, label, loop_mm, created_by) VALUES (@yarnId, @form, @label, @loopMm, @createdBy)`,
  ).run(piece);
  return Number(lastInsertRowid);
}

export function setLoop(db: Db, pieceId: number, loopMm: number): void {
  prepared(db, sql`UPDATE piece SET loop_mm = ? WHERE id = ?`).run(loopMm, pieceId);
}

export interface MarkRow {
  pieceId: number;
  kind: FaultKind;
  atMm: number;
  /** Of a change of colour, where they were seen: the colours towards the inner end and towards the outer one. */
  innerHex: string | null;
  outerHex: string | null;
}

export function insertMark(db: Db, operationId: number, mark: MarkRow): void {
  prepared(
    db,
    sql`INSERT INTO mark (operation_id, piece_id, kind, at_mm, inner_hex, outer_hex)
     VALUES (@operationId, @pieceId, @kind, @atMm, @innerHex, @outerHex)`,
  ).run({ operationId, ...mark });
}

/** The marks along the pieces of a yarn, of operations that still hold, and which of them set each down. */
export function marksOfYarn(db: Db, yarnId: number): (MarkRow & { operationId: number })[] {
  return prepared<MarkRow & { operationId: number }>(
    db,
    sql`SELECT m.piece_id AS pieceId, m.kind, m.at_mm AS atMm, m.inner_hex AS innerHex, m.outer_hex AS outerHex,
       m.operation_id AS operationId
     FROM mark m
     JOIN piece p ON p.id = m.piece_id JOIN live_operation o ON o.id = m.operation_id
     WHERE p.yarn_id = ? ORDER BY m.piece_id, m.at_mm`,
  ).all(yarnId);
}

/** The operation that put a piece into water or dye since it was weighed last, or found dry; null: it is dry. */
export function wetBy(db: Db, pieceId: number): number | null {
  const row = prepared<{ wetBy: number | null }>(
    db,
    sql`SELECT max(o.id) AS wetBy FROM operation_piece part
     JOIN live_operation o ON o.id = part.operation_id
     JOIN piece_now p ON p.id = part.piece_id
     WHERE part.piece_id = @pieceId AND o.kind IN ('dye', 'wash') AND o.id > coalesce(p.weighed_by, 0)
       AND NOT EXISTS (
         SELECT 1 FROM operation_piece later JOIN live_operation found ON found.id = later.operation_id
         WHERE later.piece_id = @pieceId AND found.kind = 'dry' AND found.id > o.id)`,
  ).get({ pieceId });
  return row?.wetBy ?? null;
}
