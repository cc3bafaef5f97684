import type { Tell } from '../common/progress';
import { database, databaseFile, pictureFolder } from '../common/database';
import { heavy } from './heavy';
import type { HeavyOutput } from './heavyWork';
import type { takeRequest } from './archiveUpload';
import type { ListToRead } from './importYarns';
import { refreshAllSummaries } from '../yarn/shelf';

/**
 * What fills the shelf at one go, or puts another in its place: a thread does it with a connection of its own, all of it
 * or nothing, while others read what was there before and go on.
 */

const LIST_SECONDS = 120;
const ARCHIVE_SECONDS = 600;

/** What a list would put on the shelf. */
export function lookAtList(list: ListToRead, signal: AbortSignal): Promise<HeavyOutput<'list looked at'>> {
  database();
  return heavy('list looked at', { ...list, file: databaseFile() }, { signal });
}

/** Puts it there; once it is begun, whether anybody waits for it or not. */
export function putListOnShelf(list: ListToRead, tell: Tell): Promise<HeavyOutput<'list put on the shelf'>> {
  return laidOut(() =>
    heavy('list put on the shelf', { ...list, file: databaseFile(), now: new Date() }, { seconds: LIST_SECONDS, tell }),
  );
}

/** Takes back what one list put on the shelf. */
export function takeListBack(batch: string): Promise<HeavyOutput<'list taken back'>> {
  return laidOut(() =>
    heavy('list taken back', { file: databaseFile(), batch, now: new Date() }, { seconds: LIST_SECONDS }),
  );
}

export function takeArchiveOver(
  asked: ReturnType<typeof takeRequest>,
  tell: Tell,
): Promise<HeavyOutput<'archive taken over'>> {
  const places = { file: databaseFile(), pictures: pictureFolder() };
  return laidOut(() =>
    heavy('archive taken over', { ...places, ...asked, now: new Date() }, { seconds: ARCHIVE_SECONDS, tell }),
  );
}

/** @returns the snapshot of what was there before */
export function goBackToSnapshot(name: string): Promise<HeavyOutput<'gone back to a snapshot'>> {
  return laidOut(() =>
    heavy('gone back to a snapshot', { file: databaseFile(), name, now: new Date() }, { seconds: ARCHIVE_SECONDS }),
  );
}

/** Where nothing can be kept, nothing is begun; and who asked for it finds the shelf as it is then. */
async function laidOut<T>(work: () => Promise<T>): Promise<T> {
  const db = database();
  const done = await work();
  await refreshAllSummaries(db);
  return done;
}
