import path from 'node:path';
import type { Db } from '../../db/common/connection';
import { takeStaged } from '../../server/exchange/archive';
import type { TakenIn } from '../../server/exchange/archiveMerge';
import { stageDocument, stageZip, unstage } from '../../server/exchange/archiveStaging';

/** Reads an archive of one document into an empty database. */
export async function readIn(db: Db, folder: string, json: string): Promise<TakenIn> {
  return taken(db, folder, await stageDocument(json, path.join(folder, 'staging')), 'into empty');
}

/** Reads a zip in. */
export async function readZipIn(
  db: Db,
  folder: string,
  file: string,
  how: 'into empty' | 'replace' | 'merge' = 'into empty',
): Promise<TakenIn> {
  return taken(db, folder, await stageZip(file, path.join(folder, 'staging')), how);
}

function taken(
  db: Db,
  folder: string,
  staged: Awaited<ReturnType<typeof stageZip>>,
  how: 'into empty' | 'replace' | 'merge',
): TakenIn {
  try {
    return takeStaged(db, folder, staged, how);
  } finally {
    unstage(staged);
  }
}
