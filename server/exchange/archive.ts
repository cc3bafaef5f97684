import { existsSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import type { Readable } from 'node:stream';
import { InputError } from '../../core/common/inputError';
import type { Db } from '../../db/common/connection';
import { clearTable, countRows, dumpTable, eachRow, fillTable } from '../../db/exchange/dump';
import { pictureFiles } from '../../db/yarn/pictures';
import { type Archive, ARCHIVE_FORMAT, ARCHIVE_VERSION } from '../../formats/archive';
import { writeArchiveZip } from '../../formats/archiveZip';
import { mergeStaged, type TakenIn } from './archiveMerge';
import { reportSteps, type Tell, TELL_NOBODY } from '../common/progress';
import { ARCHIVE_TABLES, columnsOf, isUntouched, rowsOf, type Staged } from './archiveStaging';
import { keepFile } from '../logbook/pictures';

/**
 * Everything there is, as one document, read in one transaction.
 *
 * @param folder that the pictures lie in
 */
export function exportArchive(db: Db, folder: string, now: Date): Archive {
  const read = db.transaction(() =>
    Object.fromEntries(ARCHIVE_TABLES.map((table) => [table, dumpTable(db, table, columnsOf(table))])),
  );
  return {
    format: ARCHIVE_FORMAT,
    version: ARCHIVE_VERSION,
    exportedAt: now.toISOString(),
    tables: read() as unknown as Archive['tables'],
    pictures: Object.fromEntries(
      picturesThere(db, folder).map((file) => [file, readFileSync(path.join(folder, file)).toString('base64')]),
    ),
  };
}

/**
 * The same as a zip that is written while it is read: however much there is, little of it is in memory.
 *
 * @param db a connection of its own, that nothing else is asked through meanwhile: it holds still what it reads
 */
export function exportZip(db: Db, folder: string, now: Date): Readable {
  db.exec('BEGIN');
  const stream = writeArchiveZip(
    {
      format: ARCHIVE_FORMAT,
      version: ARCHIVE_VERSION,
      exportedAt: now.toISOString(),
      rows: Object.fromEntries(ARCHIVE_TABLES.map((table) => [table, countRows(db, table)])),
    },
    ARCHIVE_TABLES.map((table) => ({ table, rows: () => eachRow(db, table, columnsOf(table)) })),
    picturesThere(db, folder).map((file) => ({ file, path: path.join(folder, file) })),
  );
  stream.once('close', () => db.inTransaction && db.exec('COMMIT'));
  return stream;
}

function picturesThere(db: Db, folder: string): string[] {
  return pictureFiles(db).filter((file) => existsSync(path.join(folder, file)));
}

/**
 * Takes a staged archive over: into an empty database, in place of what is there, or beside it; all of it or nothing.
 *
 * @throws InputError where the database is not empty, and should be
 */
export function takeStaged(
  db: Db,
  folder: string,
  staged: Staged,
  how: 'into empty' | 'replace' | 'merge',
  tell: Tell = TELL_NOBODY,
): TakenIn {
  // Named after what is in them: one that is there already is the same, and one too many does no harm.
  const pictures = path.join(staged.folder, 'pictures');
  for (const file of readdirSync(pictures)) keepFile(folder, file, readFileSync(path.join(pictures, file)));
  return db
    .transaction((): TakenIn => {
      if (how === 'merge') return mergeStaged(db, staged.db, tell);
      if (how === 'into empty' && !isUntouched(db))
        throw new InputError('an archive can only be read into an empty database; this one has yarns in it', '');
      replaceAll(db, staged.db, tell);
      return { yarns: countRows(db, 'yarn'), operations: countRows(db, 'operation'), already: 0 };
    })
    .immediate();
}

/** Puts everything that is staged in place of what is there. */
export function replaceAll(db: Db, from: Db, tell: Tell = TELL_NOBODY): void {
  // Pieces and operations point at each other's rows in an order that only the whole has.
  db.pragma('defer_foreign_keys = ON');
  for (const table of [...ARCHIVE_TABLES].reverse()) clearTable(db, table);
  clearTable(db, 'yarn_text');
  const step = reportSteps(rowsOf(from, ARCHIVE_TABLES), tell);
  for (const table of ARCHIVE_TABLES)
    fillTable(db, table, columnsOf(table), eachRow(from, table, columnsOf(table)), step);
}
