import type { OperationKind } from '../../core/yarn/piece';
import { type Db, prepared } from '../common/connection';
import { sql } from '../common/sql';

/** A colour along a piece as an operation found it. Positions that follow one another belong to one list. */
export interface ColourStretchRow {
  operationId: number;
  pieceId: number;
  position: number;
  colourHex: string;
  /** Null: it was not seen whole. */
  lengthMm: number | null;
}

export function insertColourStretch(db: Db, row: ColourStretchRow): void {
  prepared(
    db,
    sql`INSERT INTO colour_stretch (operation_id, piece_id, position, colour_hex, length_mm)
     VALUES (@operationId, @pieceId, @position, @colourHex, @lengthMm)`,
  ).run(row);
}

interface Found {
  at: string;
  kind: OperationKind;
  pieceLabel: string;
}

/** What one operation found, undone or not. */
export function colourStretchesOfOperation(db: Db, operationId: number): ColourStretchRow[] {
  return prepared<ColourStretchRow>(
    db,
    sql`SELECT operation_id AS operationId, piece_id AS pieceId, position, colour_hex AS colourHex, length_mm AS lengthMm
     FROM colour_stretch WHERE operation_id = ? ORDER BY piece_id, position`,
  ).all(operationId);
}

/** All that was found along a yarn's pieces and still holds, oldest first, with where and when. */
export function colourStretchesOfYarn(db: Db, yarnId: number): (ColourStretchRow & Found)[] {
  return prepared<ColourStretchRow & Found>(
    db,
    sql`SELECT s.operation_id AS operationId, s.piece_id AS pieceId, s.position, s.colour_hex AS colourHex,
       s.length_mm AS lengthMm, o.at, o.kind, p.label AS pieceLabel
     FROM piece p JOIN colour_stretch s ON s.piece_id = p.id JOIN live_operation o ON o.id = s.operation_id
     WHERE p.yarn_id = ? ORDER BY s.operation_id, s.piece_id, s.position`,
  ).all(yarnId);
}
