import type { Fault, FaultKind, PackageEnd } from '../../core/yarn/faults';
import { InputError } from '../../core/common/inputError';
import type { Db } from '../../db/common/connection';
import { insertOperation, insertOperationPiece } from '../../db/yarn/operations';
import { insertMark } from '../../db/yarn/pieces';
import { pieceThere, type Recorded } from './recordOperation';
import { ConflictError } from '../common/result';
import { toMm } from '../common/storageUnits';
import { pieceView, yarnView } from './yarnViews';

export interface Inspection extends Recorded {
  kind: 'inspect';
  pieceId: number;
  fault: FaultKind;
  atM: number;
  /** The end that the place was measured from. */
  from: PackageEnd;
}

/** Notes something that lies along a piece; from then on it follows the yarn. */
export function inspect(db: Db, { pieceId, fault, requestKey, note, ...place }: Inspection, now: Date): number {
  const row = pieceThere(db, pieceId);
  const { lengthM } = pieceView(db, yarnView(db, row.yarnId)!, row);
  if (!lengthM) throw new ConflictError('its length must be known before a place along it can be');
  if (place.atM > lengthM.high90) throw new InputError(`it is only about ${Math.round(lengthM.mean)} m long`, 'at');
  const atM = place.from === 'inner' ? place.atM : Math.max(0, lengthM.mean - place.atM);
  const operationId = insertOperation(db, { kind: 'inspect', at: now.toISOString(), note, requestKey });
  insertOperationPiece(db, { operationId, pieceId, side: 'on' });
  insertMark(db, operationId, { pieceId, kind: fault, atMm: toMm(atM) });
  return operationId;
}

/** Sets down what lies along a piece that an operation made. */
export function keepMarks(db: Db, operationId: number, pieceId: number, faults: readonly Fault[]): void {
  for (const { kind, atM } of faults) insertMark(db, operationId, { pieceId, kind, atMm: toMm(atM) });
}
