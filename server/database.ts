import os from 'node:os';
import path from 'node:path';
import Database from 'better-sqlite3';
import { type Db, openDatabase } from '../db/connection';

// Next keeps several module graphs in one process; the connection must be one.
const kept = globalThis as typeof globalThis & { lazyAcornDb?: Db; lazyAcornTrouble?: { fault: string } | null };

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
  return new Database(databaseFile(), { readonly: true });
}

/** The process's one connection, opened and brought up to date on first use. */
export function database(): Db {
  if (kept.lazyAcornTrouble) throw new Error(`the database is damaged: ${kept.lazyAcornTrouble.fault}`);
  return (kept.lazyAcornDb ??= openDatabase(databaseFile()));
}
