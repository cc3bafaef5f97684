'use server';

import { type BackupLook, backupFolder, lookAt, restore, takeBackup } from '../../server/backup';
import { InputError } from '../../core/inputError';
import { undoAll } from '../../server/csv';
import { database, databaseFile } from '../../server/database';
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

const folder = () => backupFolder(databaseFile());

/** What came of something that is done with a snapshot. */
export type BackupOutcome<T> = { ok: true; value: T } | { ok: false; problem: string };

async function told<T>(work: () => T | Promise<T>): Promise<BackupOutcome<T>> {
  try {
    return { ok: true, value: await work() };
  } catch (error) {
    if (error instanceof InputError) return { ok: false, problem: error.message };
    throw error;
  }
}

export async function takeSnapshot(): Promise<BackupOutcome<string>> {
  return told(async () => (await takeBackup(database(), folder(), 'asked', new Date())).name);
}

export async function lookAtSnapshot(name: string): Promise<BackupOutcome<BackupLook>> {
  return told(() => lookAt(folder(), name));
}

/** @returns the snapshot of what was there before */
export async function goBackTo(name: string): Promise<BackupOutcome<string>> {
  return told(async () => (await restore(database(), folder(), name, new Date())).name);
}

export async function undoWeighings(operationIds: number[]): Promise<Saved> {
  return Promise.resolve(
    undoAll(database(), operationIds, new Date()) === operationIds.length
      ? { ok: true, id: operationIds[0] ?? 0 }
      : { ok: false, errors: { '': 'some of them could not be undone' } },
  );
}
