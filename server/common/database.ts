import { statSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import Database from 'better-sqlite3';
import { type Db, openDatabase } from '../../db/common/connection';
import { StorageClosed, storageTrouble } from './storageTrouble';

/** What keeps the database from being used as a whole. */
export interface Trouble {
  file: string;
  kind: 'damaged' | 'gone' | 'read-only' | 'held' | 'unreadable';
  fault: string;
}

// Next keeps several module graphs in one process; the connection must be one.
const kept = globalThis as typeof globalThis & {
  lazyAcornDb?: { db: Db; file: string; place: string | null };
  lazyAcornTrouble?: Trouble | null;
};

/** The file that the user's data live in: `LAZY_ACORN_DB`, or one in the home folder. */
export function databaseFile(): string {
  return process.env.LAZY_ACORN_DB ?? path.join(os.homedir(), '.lazy-acorn', 'lazy-acorn.sqlite');
}

/** The folder beside the database that its pictures lie in. */
export function pictureFolder(file = databaseFile()): string {
  return `${file.replace(/\.sqlite$/, '')}-pictures`;
}

/** A connection that only reads, of its own: what goes on meanwhile does not disturb it. To be closed by whoever asks. */
export function readingDatabase(): Db {
  database();
  return new Database(databaseFile(), { readonly: true, timeout: 0 });
}

/**
 * The process's one connection, opened and brought up to date on first use.
 *
 * @throws StorageClosed where it cannot be used as a whole
 */
export function database(): Db {
  const wrong = trouble();
  if (wrong) throw new StorageClosed(wrong.fault, wrong.kind);
  kept.lazyAcornDb ??= opened(databaseFile());
  return kept.lazyAcornDb.db;
}

/** What is wrong with the database as a whole just now; null where it is sound, or was not opened yet. */
export function trouble(): Trouble | null {
  const open = kept.lazyAcornDb;
  if (kept.lazyAcornTrouble || !open?.place) return kept.lazyAcornTrouble ?? null;
  const now = placeOf(open.file);
  if (now === open.place) return null;
  const fault = now === null ? 'Its file is not there any more.' : 'Another file was put in its place.';
  return { file: open.file, kind: 'gone', fault };
}

/** Sets down that the database cannot be used, or that it can again; a connection to a file that is no use is let go. */
export function setTrouble(wrong: Trouble | null): void {
  kept.lazyAcornTrouble = wrong;
  kept.lazyAcornDb?.db.close();
  kept.lazyAcornDb = undefined;
}

/** An error that tells of damage closes the database at once: the next page offers the ways out. */
export function noteTrouble(error: unknown): void {
  if (storageTrouble(error)?.kind !== 'damaged' || trouble()) return;
  setTrouble({ file: databaseFile(), kind: 'damaged', fault: error instanceof Error ? error.message : String(error) });
}

function opened(file: string): { db: Db; file: string; place: string | null } {
  const db = openDatabase(file);
  // Nobody waits with the whole server: who comes while another program writes tries again by `patiently`.
  db.pragma('busy_timeout = 0');
  return { db, file, place: placeOf(file) };
}

/** Which file lies there: it may be moved away, or another put in its place, while it is open. */
function placeOf(file: string): string | null {
  const stat = statSync(file, { throwIfNoEntry: false, bigint: true });
  return stat ? `${stat.dev} ${stat.ino}` : null;
}
