'use server';

import { z } from 'zod';
import { action, flag, id, ids } from '../../server/common/action';
import { backupFolder, lookAt, takeBackup } from '../../server/exchange/backup';
import { undoAll } from '../../server/exchange/csv';
import { database, databaseFile } from '../../server/common/database';
import { removePicture } from '../../server/logbook/pictures';
import { redoOperation, undoOperation } from '../../server/yarn/pieces';
import { unitSystem } from '../../server/common/preferences';
import { startNext } from '../../server/winding/runStart';
import { goBackToSnapshot } from '../../server/exchange/wholesale';

export const undo = action([id], (operationId) => undoOperation(database(), operationId, new Date()));

export const redo = action([id], (operationId) => redoOperation(database(), operationId, new Date()));

export const windNext = action([id], async (runId) => startNext(database(), runId, await unitSystem(), new Date()));

export const takePictureAway = action([id, flag], (pictureId, away) =>
  removePicture(database(), pictureId, away, new Date()),
);

const folder = () => backupFolder(databaseFile());
const done = <Value>(value: Value) => ({ ok: true as const, value });
const name = z.string().max(200);

export const takeSnapshot = action([], async () =>
  done((await takeBackup(database(), folder(), 'asked', new Date())).name),
);

export const lookAtSnapshot = action([name], (name) => done(lookAt(folder(), name)));

/** Gives the snapshot of what was there before. */
export const goBackTo = action([name], async (name) => done((await goBackToSnapshot(name)).name));

export const undoWeighings = action([ids], (operationIds) =>
  undoAll(database(), operationIds, new Date()) === operationIds.length
    ? { ok: true as const, id: operationIds[0] ?? 0 }
    : { ok: false as const, errors: { '': 'some of the weighings stay: more was done with these pieces since' } },
);
