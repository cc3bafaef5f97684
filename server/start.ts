import { NewerDatabaseError } from '../db/migrate';
import { database, databaseFile } from './database';
import { keepSnapshots, lookOver } from './rescue';

/**
 * Looks the database over and opens it. A damaged one is not opened: the pages show the way out. One that cannot be opened
 * for another reason ends the app, which says why: without it there is nothing to serve.
 */
export function openAtStart(): void {
  const trouble = lookOver();
  if (trouble) {
    console.error(
      `\nThe database ${trouble.file} cannot be used (${trouble.kind}: ${trouble.fault}). Nothing was changed; open Lazy Acorn to see the ways out.\n`,
    );
  } else {
    try {
      database();
    } catch (error) {
      const reason =
        error instanceof NewerDatabaseError ? error.message : `${databaseFile()} cannot be opened: ${error}`;
      console.error(`\nLazy Acorn cannot start. ${reason}\n`);
      process.exit(1);
    }
  }
  keepSnapshots();
}
