import type { Db } from '../db/common/connection';
import { NewerDatabaseError } from '../db/common/migrate';
import { database, databaseFile, noteTrouble, type Trouble } from './common/database';
import { keepSnapshots, lookOver } from './exchange/rescue';
import { refreshAllSummaries } from './yarn/shelf';

const ANNOUNCED: Record<Trouble['kind'], string> = {
  damaged: 'is damaged',
  gone: 'is not there',
  'read-only': 'can be read, but not written',
  held: 'is held by another program',
  unreadable: 'cannot be read',
};

/**
 * Looks the database over and opens it. A damaged one is not opened: the pages show the way out. One that cannot be opened
 * for another reason ends the app, which says why: without it there is nothing to serve.
 */
export function openAtStart(): void {
  const trouble = lookOver();
  if (trouble) {
    console.error(
      `\nThe database ${trouble.file} ${ANNOUNCED[trouble.kind]} (${trouble.fault}). Nothing was changed; open Lazy Acorn to see the ways out.\n`,
    );
  } else {
    try {
      layOutAll(database());
    } catch (error) {
      const reason =
        error instanceof NewerDatabaseError ? error.message : `${databaseFile()} cannot be opened: ${error}`;
      console.error(`\nLazy Acorn cannot start. ${reason}\n`);
      process.exit(1);
    }
  }
  keepSnapshots();
}

/** What a large list or an archive left to be laid out on the shelf when the app ended. */
function layOutAll(db: Db): void {
  void refreshAllSummaries(db).catch(noteTrouble);
}
