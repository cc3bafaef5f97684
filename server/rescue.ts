import { existsSync } from 'node:fs';
import { z } from 'zod';
import { InputError } from '../core/inputError';
import { type Backup, backupFolder, backups, dailyBackup, faultOf, lookAt, replaceDamaged } from './backup';
import { database, databaseFile } from './database';

/**
 * The database is looked over as the app starts. Where it is damaged, nothing is written to it: every page leads to a way
 * out, by a snapshot or by going on with what can still be read.
 */

export interface Trouble {
  file: string;
  fault: string;
  /** Where a damaged one was put aside already. */
  aside: string | null;
}

const kept = globalThis as typeof globalThis & { lazyAcornTrouble?: Trouble | null };

/** What is wrong with the database; null where it is sound. */
export function trouble(): Trouble | null {
  return kept.lazyAcornTrouble ?? null;
}

/** Looks the database over before it is opened. */
export function lookOver(): Trouble | null {
  const file = databaseFile();
  const fault = existsSync(file) ? faultOf(file) : null;
  kept.lazyAcornTrouble = fault === null ? null : { file, fault, aside: null };
  return kept.lazyAcornTrouble;
}

/** The snapshots that one can go on with, each with what is in it; damaged ones are left out. */
export function waysOut(): (Backup & { yarns: number; operations: number })[] {
  const folder = backupFolder(databaseFile());
  return backups(folder).flatMap((backup) => {
    try {
      const { yarns, operations } = lookAt(folder, backup.name);
      return [{ ...backup, yarns, operations }];
    } catch (error) {
      if (error instanceof InputError) return [];
      throw error;
    }
  });
}

const choice = z.discriminatedUnion('go', [
  z.strictObject({ go: z.literal('snapshot'), name: z.string() }),
  z.strictObject({ go: z.literal('on') }),
]);

/**
 * Takes a way out.
 *
 * @throws InputError where there is none to take
 */
export function takeWayOut(input: unknown, now: Date): { aside: string | null } {
  const found = trouble();
  if (!found) throw new InputError('nothing is wrong with the database', '');
  const chosen = choice.safeParse(input);
  if (!chosen.success) throw new InputError('choose a way out', 'go');
  const aside =
    chosen.data.go === 'snapshot' ? replaceDamaged(found.file, backupFolder(found.file), chosen.data.name, now) : null;
  kept.lazyAcornTrouble = null;
  try {
    database();
  } catch (error) {
    kept.lazyAcornTrouble = found;
    throw new InputError(`it cannot be opened: ${error instanceof Error ? error.message : String(error)}`, 'go');
  }
  return { aside };
}

const HOUR_MS = 3600_000;

/** Takes the day's snapshot as the app starts, and looks each hour whether another day has begun. */
export function keepSnapshots(): void {
  const take = () => {
    if (trouble()) return;
    dailyBackup(database(), backupFolder(databaseFile()), new Date()).catch((error: unknown) =>
      // eslint-disable-next-line no-console -- whoever runs the app is to know
      console.error('The day’s snapshot could not be taken.', error),
    );
  };
  take();
  setInterval(take, HOUR_MS).unref();
}
