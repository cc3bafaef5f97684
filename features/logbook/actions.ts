'use server';

import { database } from '../../server/database';
import { redoOperation, undoOperation } from '../../server/pieces';
import type { Saved } from '../../server/result';

export async function undo(operationId: number): Promise<Saved> {
  return Promise.resolve(undoOperation(database(), operationId, new Date()));
}

export async function redo(operationId: number): Promise<Saved> {
  return Promise.resolve(redoOperation(database(), operationId, new Date()));
}
