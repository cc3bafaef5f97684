import type { Db } from '../../db/common/connection';
import { insertOperationPiece } from '../../db/yarn/operations';
import { insertPiece, pieceById, type PieceRow } from '../../db/yarn/pieces';
import { ConflictError } from '../common/result';
import type { WeighedMass } from '../common/weighing';
import { nextLabel } from './yarns';

/**
 * What every command that records an operation has. A command is in numbers with their units; forms, the API and lists
 * only say it in their own ways.
 */
export interface Recorded {
  /** Chosen by whoever asks: sent twice with the same one, it is recorded once. */
  requestKey: string;
  note: string;
}

/**
 * A piece as it is now.
 *
 * @throws ConflictError where it has become something else, or never was
 */
export function pieceThere(db: Db, pieceId: number, which = 'this piece is'): PieceRow {
  const piece = pieceById(db, pieceId);
  if (!piece || piece.consumedBy !== null) throw new ConflictError(`${which} not there any more`);
  return piece;
}

/** Makes a piece that comes out of an operation, under the next label of its kind. */
export function putPiece(
  db: Db,
  operationId: number,
  { yarnId, form, loopMm }: Pick<PieceRow, 'yarnId' | 'form' | 'loopMm'>,
  mass: WeighedMass | null,
): number {
  const pieceId = insertPiece(db, { yarnId, form, label: nextLabel(db, yarnId, form), loopMm, createdBy: operationId });
  insertOperationPiece(db, { operationId, pieceId, side: 'out', ...mass });
  return pieceId;
}
