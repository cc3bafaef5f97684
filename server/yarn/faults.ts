import { z } from 'zod';
import { FAULT_KINDS, type Fault, mirrored, type PackageEnd } from '../../core/yarn/faults';
import { InputError } from '../../core/common/inputError';
import type { Db } from '../../db/common/connection';
import type { TroubleReport } from '../../core/trouble/trouble';
import { insertTrouble } from '../../db/logbook/troubles';
import { insertOperation, insertOperationPiece } from '../../db/yarn/operations';
import { insertMark, type PieceRow } from '../../db/yarn/pieces';
import { pieceThere, type Recorded } from './recordOperation';
import { ConflictError } from '../common/result';
import { toMm } from '../common/storageUnits';
import { pieceView, yarnView } from './yarnViews';

/** The colour of a stretch, as a plan keeps it. */
export const keptHex = z.string().regex(/^#[0-9a-f]{6}$/);

/** What lies along a strand, as a plan keeps it. */
export const keptFault = z.strictObject({
  kind: z.enum(FAULT_KINDS),
  atM: z.number().min(0),
  innerHex: keptHex.optional(),
  outerHex: keptHex.optional(),
});

export interface Inspection extends Recorded {
  kind: 'inspect';
  pieceId: number;
  /** What lies along it and where, seen from the end that the place was measured from; null where only a note is made. */
  seen: (Fault & { from: PackageEnd }) | null;
  /** What went wrong with it, and what helped. */
  report?: TroubleReport;
}

/** Notes something about a piece or along it; what lies along it follows the yarn from then on. */
export function inspect(db: Db, { pieceId, seen, report, requestKey, note }: Inspection, now: Date): number {
  const row = pieceThere(db, pieceId);
  const mark = seen && fromItsInnerEnd(db, row, seen);
  const operationId = insertOperation(db, { kind: 'inspect', at: now.toISOString(), note, requestKey });
  insertOperationPiece(db, { operationId, pieceId, side: 'on' });
  if (mark) keepMarks(db, operationId, pieceId, [mark]);
  if (report) {
    const { trouble, attempt, minutes, lostM, then } = report;
    const seconds = Math.round(60 * minutes);
    insertTrouble(db, { operationId, trouble, attempt, seconds, lostMm: toMm(lostM), sequel: then });
  }
  return operationId;
}

function fromItsInnerEnd(db: Db, row: PieceRow, { from, ...fault }: NonNullable<Inspection['seen']>): Fault {
  const { lengthM } = pieceView(db, yarnView(db, row.yarnId)!, row);
  if (!lengthM) throw new ConflictError('its length must be known before a place along it can be');
  if (fault.atM > lengthM.high90) throw new InputError(`it is only about ${Math.round(lengthM.mean)} m long`, 'at');
  return from === 'inner' ? fault : mirrored([fault], lengthM.mean)[0]!;
}

/** Sets down what lies along a piece that an operation made. */
export function keepMarks(db: Db, operationId: number, pieceId: number, faults: readonly Fault[]): void {
  for (const { kind, atM, innerHex = null, outerHex = null } of faults)
    insertMark(db, operationId, { pieceId, kind, atMm: toMm(atM), innerHex, outerHex });
}
