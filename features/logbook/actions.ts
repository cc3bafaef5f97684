'use server';

import { database } from '../../server/database';
import { preferences } from '../../server/preferences';
import { removePicture } from '../../server/pictures';
import { redoOperation, undoOperation } from '../../server/pieces';
import type { Saved } from '../../server/result';
import { startNext } from '../../server/runStart';

export async function undo(operationId: number): Promise<Saved> {
  return Promise.resolve(undoOperation(database(), operationId, new Date()));
}

export async function redo(operationId: number): Promise<Saved> {
  return Promise.resolve(redoOperation(database(), operationId, new Date()));
}

export async function windNext(runId: number): Promise<Saved> {
  return startNext(database(), runId, (await preferences()).system, new Date());
}

export async function takePictureAway(pictureId: number, away: boolean): Promise<Saved> {
  return Promise.resolve(removePicture(database(), pictureId, away, new Date()));
}
