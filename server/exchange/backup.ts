import {
  accessSync,
  constants,
  copyFileSync,
  existsSync,
  mkdirSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs';
import path from 'node:path';
import Database from 'better-sqlite3';
import { backupsToDrop } from '../../core/exchange/backupKeep';
import { InputError } from '../../core/common/inputError';
import { type Db, openDatabase } from '../../db/common/connection';
import { countRows, leapNumbers } from '../../db/exchange/dump';
import { replaceAll } from './archive';
import type { Trouble } from '../common/database';
import { storageTrouble } from '../common/storageTrouble';

/**
 * Snapshots beside the database, made by SQLite's own backup while the app goes on: one a day, and one before anything
 * that changes much. Old ones are let go by a rule that keeps some of each week and month.
 */

/** Why a snapshot was taken. */
export const BACKUP_REASONS = ['daily', 'asked', 'before import', 'before restore'] as const;
export type BackupReason = (typeof BACKUP_REASONS)[number];

export interface Backup {
  /** The file's name, which says when it was taken and why. */
  name: string;
  takenAt: string;
  why: BackupReason;
  bytes: number;
}

const NAME = /^(\d{4}-\d{2}-\d{2}T\d{2}-\d{2}-\d{2}-\d{3}Z) (daily|asked|before import|before restore)\.sqlite$/;

/** The folder beside the database that its snapshots lie in. */
export function backupFolder(file: string): string {
  return `${file.replace(/\.sqlite$/, '')}-backups`;
}

/** The newest first; what is no snapshot of ours is not looked at. */
export function backups(folder: string): Backup[] {
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .flatMap((name): Backup[] => {
      const [, stamp, why] = NAME.exec(name) ?? [];
      if (!stamp) return [];
      const takenAt = stamp.replace(/T(\d{2})-(\d{2})-(\d{2})-(\d{3})Z/, 'T$1:$2:$3.$4Z');
      return [{ name, takenAt, why: why as BackupReason, bytes: statSync(path.join(folder, name)).size }];
    })
    .sort((a, b) => b.takenAt.localeCompare(a.takenAt));
}

/** Takes a snapshot, and lets old ones go. */
export async function takeBackup(db: Db, folder: string, why: BackupReason, now: Date): Promise<Backup> {
  mkdirSync(folder, { recursive: true });
  const name = `${now.toISOString().replaceAll(/[:.]/g, '-')} ${why}.sqlite`;
  // Under another name until it is whole, so that a torn one is never taken for a snapshot.
  const draft = path.join(folder, `${name}.draft`);
  await db.backup(draft);
  renameSync(draft, path.join(folder, name));
  for (const { name: old } of backupsToDrop(backups(folder), now)) rmSync(path.join(folder, old), { force: true });
  return backups(folder).find((each) => each.name === name)!;
}

const DAY_MS = 24 * 3600_000;

/** Today's snapshot, where there is none yet and there is anything to keep. */
export async function dailyBackup(db: Db, folder: string, now: Date): Promise<Backup | null> {
  const [last] = backups(folder).filter(({ why }) => why === 'daily');
  if (last && now.getTime() - Date.parse(last.takenAt) < DAY_MS) return null;
  return countRows(db, 'yarn') === 0 ? null : takeBackup(db, folder, 'daily', now);
}

/** What a snapshot holds, seen before it is gone back to. */
export interface BackupLook {
  yarns: number;
  operations: number;
  lastAt: string | null;
}

/**
 * Opens a copy of a snapshot, brought up to date; the snapshot itself is left as it is.
 *
 * @throws InputError where there is no such snapshot, or it is damaged
 */
function openCopy<T>(folder: string, name: string, work: (db: Db) => T): T {
  const file = path.join(folder, name);
  if (!NAME.test(name) || !existsSync(file)) throw new InputError('there is no such snapshot', 'name');
  const copy = path.join(folder, `${name}.look`);
  try {
    copyFileSync(file, copy);
    const fault = faultOf(copy);
    if (fault) throw new InputError(`this snapshot is damaged: ${fault}`, 'name');
    const db = openDatabase(copy);
    try {
      return work(db);
    } finally {
      db.close();
    }
  } finally {
    for (const end of ['', '-wal', '-shm']) rmSync(`${copy}${end}`, { force: true });
  }
}

export function lookAt(folder: string, name: string): BackupLook {
  return openCopy(folder, name, (db) => ({
    yarns: countRows(db, 'yarn'),
    operations: countRows(db, 'operation'),
    lastAt: (db.prepare('SELECT max(at) AS at FROM operation').get() as { at: string | null }).at,
  }));
}

/**
 * Goes back to a snapshot: everything is as it was then. What is there now is kept as a snapshot first, so that this
 * can be taken back in the same way.
 *
 * @returns the snapshot of what was there before
 */
export async function restore(db: Db, folder: string, name: string, now: Date): Promise<Backup> {
  lookAt(folder, name);
  const before = await takeBackup(db, folder, 'before restore', now);
  openCopy(folder, name, (from) => db.transaction(() => replaceAll(db, from)).immediate());
  return before;
}

/** What is wrong with a database's file; null where it is sound. */
export function faultOf(file: string): string | null {
  return soundness(file)?.fault ?? null;
}

/**
 * The same, with what kind of trouble it is: a file that may not be written, or that another program holds, is not
 * damaged.
 */
export function soundness(file: string): Pick<Trouble, 'kind' | 'fault'> | null {
  let db: Db | undefined;
  try {
    db = new Database(file, { fileMustExist: true, timeout: LOOK_PATIENCE_MS });
    const [first] = db.pragma('quick_check(1)') as { quick_check: string }[];
    if (first?.quick_check !== 'ok') return { kind: 'damaged', fault: first?.quick_check ?? 'it cannot be read' };
    // Taken and let go again: where this fails, nothing could be kept.
    db.exec('BEGIN IMMEDIATE; ROLLBACK');
    accessSync(path.dirname(file), constants.W_OK);
    return null;
  } catch (error) {
    const fault = error instanceof Error ? error.message : String(error);
    const kind = storageTrouble(error)?.kind ?? 'damaged';
    return { kind: kind === 'full' ? 'unreadable' : kind, fault };
  } finally {
    db?.close();
  }
}

const LOOK_PATIENCE_MS = 2000;

/**
 * Puts a sound snapshot in the place of a damaged database. The damaged file is kept beside it under another name. What is
 * begun from now on gets no number that the damaged one may have given: counts of a winding that it knew, which a browser
 * could not send, are not taken for those of another.
 *
 * @returns where the damaged one lies now
 */
export function replaceDamaged(file: string, folder: string, name: string, now: Date): string {
  const aside = `${file}.damaged-${now.toISOString().replaceAll(/[:.]/g, '-')}`;
  const draft = `${file}.draft`;
  rmSync(draft, { force: true });
  openCopy(folder, name, (db) => {
    db.transaction(() => leapNumbers(db, MORE_THAN_A_DAY_GIVES)).immediate();
    db.prepare('VACUUM INTO ?').run(draft);
  });
  for (const end of ['', '-wal', '-shm'])
    if (existsSync(`${file}${end}`)) renameSync(`${file}${end}`, `${aside}${end}`);
  renameSync(draft, file);
  return aside;
}

const MORE_THAN_A_DAY_GIVES = 100_000;
