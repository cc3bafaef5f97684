import path from 'node:path';
import type { Db } from '../../db/common/connection';
import { isUntouched } from './archiveStaging';
import { type Backup, backupFolder, backups } from './backup';

/** What can be taken along, and gone back to. */
export interface FilesPage {
  empty: boolean;
  backups: Backup[];
  /** What the folder beside the database is called that the snapshots lie in. */
  folder: string;
}

export function filesPage(db: Db, file: string): FilesPage {
  const folder = backupFolder(file);
  return { empty: isUntouched(db), backups: backups(folder), folder: path.basename(folder) };
}
