import type { Db } from '../../db/common/connection';
import {
  insertOperation,
  isLive,
  laterOperations,
  liveUndosOf,
  operationById,
  type OperationPieceRow,
  operationPiecesOf,
} from '../../db/yarn/operations';
import { everMade, pieceById } from '../../db/yarn/pieces';
import { openRunOfPiece, reopenRun, runOfOperation } from '../../db/winding/runs';
import { setGone } from '../../db/yarn/yarns';
import { ConflictError, type SaveResult, saving } from '../common/result';

/** A weighing or a sample turns no piece into another: whatever came after it stands without it. */
function onlyMeasured(parts: readonly OperationPieceRow[]): boolean {
  return parts.every(({ side }) => side === 'on');
}

/** Why an operation cannot be undone just now; null where it can. */
export function whyNotUndo(db: Db, operationId: number): string | null {
  const operation = operationById(db, operationId);
  if (!operation || operation.kind === 'undo') return 'there is nothing here to undo';
  if (!isLive(db, operationId)) return 'this is undone already';
  const pieces = operationPiecesOf(db, operationId);
  if (operation.kind === 'inspect' && pieces.some(({ pieceId }) => pieceById(db, pieceId)?.consumedBy !== null))
    return 'its piece was wound since, and what was found along it went with it; undo that first';
  if (onlyMeasured(pieces)) return null;
  if (laterOperations(db, operationId).length > 0) return 'something was done with these pieces since; undo that first';
  if (pieces.some(({ pieceId }) => openRunOfPiece(db, pieceId)))
    return 'a winding of one of these pieces is under way; finish or cancel it first';
  return null;
}

/**
 * Undoes an operation by adding its opposite. A winding that came from a run goes back to the scale: the run is open
 * again, with all its counts. What is undone already stays so: whoever lost the answer may ask again.
 */
export function undoOperation(db: Db, operationId: number, now: Date): SaveResult {
  return saving(() =>
    db
      .transaction(() => {
        const [undone] = liveUndosOf(db, operationId);
        if (undone !== undefined) return undone;
        const reason = whyNotUndo(db, operationId);
        if (reason) throw new ConflictError(reason);
        const run = runOfOperation(db, operationId);
        if (run) reopenRun(db, run.id);
        for (const yarnId of yarnsMadeBy(db, operationId)) setGone(db, yarnId, 'deleted', now.toISOString());
        return insertOperation(db, { kind: 'undo', at: now.toISOString(), undoes: operationId });
      })
      .immediate(),
  );
}

/**
 * Undoes several operations, all of them or none.
 *
 * @throws ConflictError where one cannot be undone; within a transaction, so that the others stay too
 */
export function undoEach(db: Db, operationIds: Iterable<number>, now: Date): void {
  for (const id of operationIds) {
    const undone = undoOperation(db, id, now);
    if (!undone.ok) throw new ConflictError(Object.values(undone.errors).join('. '));
  }
}

/** Yarns that are there only since an operation made them of others, as plying does: they come and go with it. */
function yarnsMadeBy(db: Db, operationId: number): number[] {
  if (operationById(db, operationId)?.kind !== 'ply') return [];
  const yarnsOn = (wanted: OperationPieceRow['side']) =>
    operationPiecesOf(db, operationId)
      .filter(({ side }) => side === wanted)
      .map(({ pieceId }) => everMade(db, pieceId).yarnId);
  const singles = yarnsOn('in');
  return yarnsOn('out').filter((yarnId) => !singles.includes(yarnId));
}

/** Why an undone operation cannot be brought back just now; null where it can. */
export function whyNotRedo(db: Db, operationId: number): string | null {
  if (!operationById(db, operationId) || liveUndosOf(db, operationId).length === 0) return 'this is not undone';
  const pieces = operationPiecesOf(db, operationId);
  if (onlyMeasured(pieces))
    return pieces.every(({ pieceId }) => pieceById(db, pieceId)) ? null : 'its piece is not there any more';
  const consumed = pieces.filter(({ side }) => side !== 'out');
  if (consumed.some(({ pieceId }) => pieceById(db, pieceId)?.consumedBy !== null))
    return 'its pieces have become something else since';
  if (laterOperations(db, operationId).length > 0) return 'something was done with these pieces since';
  // A winding's run goes on where it was reopened; logging it there is the way back.
  if (consumed.some(({ pieceId }) => openRunOfPiece(db, pieceId))) return 'its winding is open again; log it there';
  return null;
}

/** Brings an undone operation back, by undoing the undo. */
export function redoOperation(db: Db, operationId: number, now: Date): SaveResult {
  return saving(() =>
    db
      .transaction(() => {
        const reason = whyNotRedo(db, operationId);
        if (reason) throw new ConflictError(reason);
        for (const yarnId of yarnsMadeBy(db, operationId)) setGone(db, yarnId, null, null);
        for (const undoes of liveUndosOf(db, operationId))
          insertOperation(db, { kind: 'undo', at: now.toISOString(), undoes });
        return operationId;
      })
      .immediate(),
  );
}
