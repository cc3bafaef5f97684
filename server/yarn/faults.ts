import { z } from 'zod';
import { type Fault, FAULT_KINDS, PACKAGE_ENDS } from '../../core/yarn/faults';
import { InputError } from '../../core/common/inputError';
import type { UnitSystem } from '../../core/common/units';
import type { Db } from '../../db/common/connection';
import { insertOperation, insertOperationPiece } from '../../db/yarn/operations';
import { insertMark } from '../../db/yarn/pieces';
import { recordOnce, pieceThere } from './recordOperation';
import { quantity, read, requestKey } from '../common/fields';
import { ConflictError, type SaveResult } from '../common/result';
import { toMm } from '../common/storageUnits';
import { pieceView, yarnView } from './yarnViews';

function faultForm(system: UnitSystem) {
  return z.strictObject({
    requestKey,
    kind: z.enum(FAULT_KINDS),
    at: read(quantity('length', system)),
    /** The end that the place was measured from. */
    from: z.enum(PACKAGE_ENDS),
  });
}
export type FaultForm = z.input<ReturnType<typeof faultForm>>;

/** Notes something that lies along a piece; from then on it follows the yarn. */
export function noteFault(db: Db, pieceId: number, input: unknown, system: UnitSystem, now: Date): SaveResult {
  return recordOnce(db, faultForm(system), input, (form) => {
    const row = pieceThere(db, pieceId);
    const { lengthM } = pieceView(db, yarnView(db, row.yarnId)!, row);
    if (!lengthM) throw new ConflictError('its length must be known before a place along it can be');
    if (form.at > lengthM.high90) throw new InputError(`it is only about ${Math.round(lengthM.mean)} m long`, 'at');
    const atM = form.from === 'inner' ? form.at : Math.max(0, lengthM.mean - form.at);
    const operationId = insertOperation(db, {
      kind: 'inspect',
      at: now.toISOString(),
      requestKey: form.requestKey,
    });
    insertOperationPiece(db, { operationId, pieceId, side: 'on' });
    insertMark(db, operationId, { pieceId, kind: form.kind, atMm: toMm(atM) });
    return operationId;
  });
}

/** Sets down what lies along a piece that an operation made. */
export function keepMarks(db: Db, operationId: number, pieceId: number, faults: readonly Fault[]): void {
  for (const { kind, atM } of faults) insertMark(db, operationId, { pieceId, kind, atMm: toMm(atM) });
}
