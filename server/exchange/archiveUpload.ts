import { randomBytes } from 'node:crypto';
import {
  createWriteStream,
  existsSync,
  mkdirSync,
  openSync,
  readdirSync,
  readFileSync,
  readSync,
  closeSync,
  rmSync,
  statSync,
} from 'node:fs';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { z } from 'zod';
import { InputError } from '../../core/common/inputError';
import { type Db, openDatabase } from '../../db/common/connection';
import { countRows } from '../../db/exchange/dump';
import { takeStaged } from './archive';
import { newYarns, type TakenIn } from './archiveMerge';
import { isUntouched, stageDocument, type Staged, stageZip } from './archiveStaging';
import { backupFolder, takeBackup } from './backup';
import { type Tell, TELL_NOBODY } from '../common/progress';
import { checked } from '../common/result';
import { nameOfYarn } from '../yarn/yarnViews';
import { yarnsById } from '../../db/yarn/yarns';

/** An archive that was handed in is looked at first; only then, and as one says, it is taken over. */

const LARGEST_DOCUMENT_BYTES = 200 * 1024 * 1024;
const KEPT_MS = 24 * 3600_000;
const TOKEN = /^[0-9a-f]{24}$/;

/** What is in an archive that was handed in. */
export interface ArchivePreview {
  token: string;
  exportedAt: string;
  yarns: number;
  pieces: number;
  operations: number;
  projects: number;
  pictures: number;
  /** Of the yarns, those that come in beside what is there, and those that are there already. */
  fresh: number;
  already: number;
  /** Some of them, by name. */
  names: { name: string; already: boolean }[];
  /** Nothing is here yet that it could come beside. */
  empty: boolean;
}

const NAMES_SHOWN = 12;

const incomingFolder = (file: string) => `${file.replace(/\.sqlite$/, '')}-incoming`;

/** Takes an archive in, checks all of it and tells what is in it; nothing of it is with the user's own yet. */
export async function receiveArchive(
  db: Db,
  file: string,
  body: AsyncIterable<Uint8Array>,
  now: Date,
  tell: Tell = TELL_NOBODY,
): Promise<ArchivePreview> {
  const folder = incomingFolder(file);
  clearOld(folder, now);
  const token = randomBytes(12).toString('hex');
  const upload = path.join(folder, `${token}.upload`);
  mkdirSync(folder, { recursive: true });
  try {
    await pipeline(body, createWriteStream(upload));
    const staged = await stage(upload, path.join(folder, token), tell);
    try {
      return previewOf(db, staged, token);
    } finally {
      staged.db.close();
    }
  } finally {
    rmSync(upload, { force: true });
  }
}

async function stage(upload: string, folder: string, tell: Tell): Promise<Staged> {
  if (isZip(upload)) return stageZip(upload, folder, tell);
  if (statSync(upload).size > LARGEST_DOCUMENT_BYTES)
    throw new InputError('a document of this size is not an archive; take it as a zip', '');
  return stageDocument(readFileSync(upload, 'utf8'), folder);
}

function isZip(file: string): boolean {
  const first = Buffer.alloc(2);
  const handle = openSync(file, 'r');
  try {
    readSync(handle, first, 0, 2, 0);
  } finally {
    closeSync(handle);
  }
  return first.toString('latin1') === 'PK';
}

function previewOf(db: Db, staged: Staged, token: string): ArchivePreview {
  const { fresh, there } = newYarns(db, staged.db);
  const first = [...fresh].slice(0, NAMES_SHOWN);
  const shown = [...first, ...[...there.keys()].slice(0, NAMES_SHOWN - first.length)];
  const pictures = path.join(staged.folder, 'pictures');
  return {
    token,
    exportedAt: staged.exportedAt,
    yarns: countRows(staged.db, 'yarn'),
    pieces: countRows(staged.db, 'piece'),
    operations: countRows(staged.db, 'operation'),
    projects: countRows(staged.db, 'project'),
    pictures: existsSync(pictures) ? readdirSync(pictures).length : 0,
    fresh: fresh.size,
    already: there.size,
    names: yarnsById(staged.db, shown).map((yarn) => ({ name: nameOfYarn(yarn), already: there.has(yarn.id) })),
    empty: isUntouched(db),
  };
}

const takeForm = z.strictObject({ token: z.string(), how: z.enum(['replace', 'merge']) });

/** What is to be done with which archive. */
export function takeRequest(body: unknown): z.output<typeof takeForm> {
  return checked(takeForm, body);
}

/** What was taken over, and the snapshot of what was there before. */
export type TakenOver = TakenIn & { before: string | null };

/**
 * Takes over what was looked at. A snapshot of what is there is taken first, by which this can be undone.
 *
 * @throws InputError where it was taken or thrown away already
 */
export async function takeArchive(
  db: Db,
  { file, pictures }: { file: string; pictures: string },
  token: string,
  how: 'replace' | 'merge',
  now: Date,
  tell: Tell = TELL_NOBODY,
): Promise<TakenOver> {
  const folder = path.join(incomingFolder(file), TOKEN.test(token) ? token : '-');
  const database = path.join(folder, 'staged.sqlite');
  if (!existsSync(database)) throw new InputError('this archive is not here any more; choose it again', 'token');
  const empty = isUntouched(db);
  const before = empty ? null : await takeBackup(db, backupFolder(file), 'before import', now);
  const staged: Staged = { db: openDatabase(database), folder, exportedAt: '' };
  try {
    const taken = takeStaged(db, pictures, staged, empty ? 'into empty' : how, tell);
    return { ...taken, before: before?.name ?? null };
  } finally {
    staged.db.close();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Of what was handed in and not taken over, only the newest few are kept, and those for a day. */
const MOST_KEPT = 3;

function clearOld(folder: string, now: Date): void {
  if (!existsSync(folder)) return;
  const handedIn = readdirSync(folder)
    .map((name) => ({ place: path.join(folder, name), atMs: statSync(path.join(folder, name)).mtimeMs }))
    .sort((a, b) => b.atMs - a.atMs);
  handedIn.forEach(({ place, atMs }, i) => {
    if (i >= MOST_KEPT - 1 || now.getTime() - atMs > KEPT_MS) rmSync(place, { recursive: true, force: true });
  });
}
