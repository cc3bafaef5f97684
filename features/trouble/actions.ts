'use server';

import { action, formOf, id } from '../../server/common/action';
import { database } from '../../server/common/database';
import { unitSystem } from '../../server/common/preferences';
import { undoOperation } from '../../server/yarn/pieces';
import { logTrouble, type TroubleForm } from '../../server/yarn/pieceTrouble';

export const keepTrouble = action([id, formOf<TroubleForm>()], async (pieceId, form) =>
  logTrouble(database(), pieceId, form, await unitSystem(), new Date()),
);

export const undoTrouble = action([id], (operationId) => undoOperation(database(), operationId, new Date()));
