import { existsSync } from 'node:fs';
import { z } from 'zod';
import { InputError } from '../../core/common/inputError';
import { type Backup, backupFolder, backups, dailyBackup, lookAt, replaceDamaged, soundness } from './backup';
import { database, databaseFile, noteTrouble, setTrouble, type Trouble, trouble } from '../common/database';
import { checked } from '../common/result';
import { storageTrouble } from '../common/storageTrouble';

/**
 * The database is looked over as the app starts, and again when it complains. Where it cannot be used, nothing is written
 * to it: every page leads to a way out, by a snapshot, by trying again or by going on with what can still be read.
 */

/** Looks the database over before it is opened. */
export function lookOver(): Trouble | null {
  const file = databaseFile();
  const wrong = existsSync(file) ? soundness(file) : null;
  setTrouble(wrong && { file, ...wrong });
  return trouble();
}

/** The snapshots that one can go on with, each with what is in it; damaged ones are left out. */
export function waysOut(): (Backup & { yarns: number; operations: number })[] {
  const folder = backupFolder(databaseFile());
  return backups(folder).flatMap((backup) => {
    try {
      const { yarns, operations } = lookAt(folder, backup.name);
      return [{ ...backup, yarns, operations }];
    } catch (error) {
      if (error instanceof InputError || storageTrouble(error)) return [];
      throw error;
    }
  });
}

const choice = z.discriminatedUnion(
  'go',
  [
    z.strictObject({ go: z.literal('snapshot'), name: z.string() }),
    z.strictObject({ go: z.literal('on') }),
    z.strictObject({ go: z.literal('again') }),
  ],
  'choose a way out',
);

/**
 * Takes a way out.
 *
 * @throws InputError where there is none to take
 */
export function takeWayOut(input: unknown, now: Date): { aside: string | null } {
  const chosen = checked(choice, input);
  const found = trouble();
  // It came back by itself.
  if (!found && chosen.go === 'again') return { aside: null };
  if (!found) throw new InputError('nothing is wrong with the database', '');
  if (chosen.go === 'again') {
    const still = lookOver();
    if (still) throw new InputError(`it is as it was: ${still.fault}`, 'go');
  }
  const aside =
    chosen.go === 'snapshot' ? replaceDamaged(found.file, backupFolder(found.file), chosen.name, now) : null;
  setTrouble(null);
  try {
    database();
  } catch (error) {
    setTrouble(found);
    throw new InputError(`it cannot be opened: ${error instanceof Error ? error.message : String(error)}`, 'go');
  }
  return { aside };
}

const HOUR_MS = 3600_000;

/** Takes the day's snapshot as the app starts, and looks each hour whether another day has begun. */
export function keepSnapshots(): void {
  const take = async () => {
    if (trouble()) return;
    await dailyBackup(database(), backupFolder(databaseFile()), new Date());
  };
  const taken = () =>
    void take().catch((error: unknown) => {
      noteTrouble(error);
      // eslint-disable-next-line no-console -- whoever runs the app is to know
      console.error('The day’s snapshot could not be taken.', error);
    });
  taken();
  setInterval(taken, HOUR_MS).unref();
}
