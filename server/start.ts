import { NewerDatabaseError } from '../db/migrate';
import { database, databaseFile } from './database';

/** Opens the database, or says why it cannot and ends: without it there is nothing to serve. */
export function openAtStart(): void {
  try {
    database();
  } catch (error) {
    const reason = error instanceof NewerDatabaseError ? error.message : `${databaseFile()} cannot be opened: ${error}`;
    console.error(`\nLazy Acorn cannot start. ${reason}\n`);
    process.exit(1);
  }
}
