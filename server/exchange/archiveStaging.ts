import { createWriteStream, mkdirSync, rmSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { InputError } from '../../core/common/inputError';
import { leadsTo } from '../../core/common/leadsTo';
import { type Db, openDatabase, prepared } from '../../db/common/connection';
import type { RunKindName } from '../../db/winding/runs';
import { clearTable, countRows, fillTable, type DumpedRow } from '../../db/exchange/dump';
import {
  type Archive,
  archive,
  ARCHIVE_VERSION,
  type ArchiveTable,
  archiveTables,
  canUpgrade,
  isArchiveTable,
  upgraded,
} from '../../formats/archive';
import { type OpenArchive, openArchiveZip } from '../../formats/archiveZip';
import { isBenchTime } from '../days/benchTime';
import { isMiniPlanContent } from '../minis/miniPlanContent';
import { isMiniRunPlan } from '../minis/miniRunPlan';
import { isPlannedUse } from '../yarn/plannedUse';
import { keepFile, nameOf } from '../logbook/pictures';
import { reportSteps, type Tell, TELL_NOBODY } from '../common/progress';
import { checked } from '../common/result';
import { RUN_KINDS } from '../logbook/runKinds';
import { isPlan } from '../winding/runPlan';
import { isSchools } from '../bench/schools';
import { isMaker } from '../market/maker';
import { isStrandHabits } from '../yarn/strandWays';
import { isTwistLimits } from '../twist/twistLimits';
import { type Sql, sql, sqlName } from '../../db/common/sql';

/**
 * An archive is first read into a database of its own, beside the user's: there every row is checked, by itself and
 * against the others, before anything of it comes near the user's own.
 */

export const ARCHIVE_TABLES = Object.keys(archiveTables) as ArchiveTable[];

/** What a new database has of its own, and an archive brings instead. */
const BENCH_TABLES: readonly ArchiveTable[] = [
  'winder',
  'swift',
  'hand_form',
  'scale',
  'counter',
  'reel',
  'wheel',
  'setting',
];

export const columnsOf = (table: ArchiveTable): string[] => Object.keys(archiveTables[table].shape);

/** How many rows there are in these tables. */
export const rowsOf = (db: Db, tables: readonly ArchiveTable[]): number =>
  tables.reduce((rows, table) => rows + countRows(db, table), 0);

/** An archive in a database of its own. */
export interface Staged {
  db: Db;
  /** The folder that its pictures lie in. */
  folder: string;
  exportedAt: string;
}

/** What can be settled, each with what tells whether it can be read. */
const SETTINGS: Record<string, ((json: string) => boolean) | undefined> = {
  schools: isSchools,
  'strand habits': isStrandHabits,
  'twist limits': isTwistLimits,
  time: isBenchTime,
  maker: isMaker,
};

/**
 * Reads an archive, a zip, from a file into a database in `folder`.
 *
 * @throws InputError with the place of what is wrong; the folder is empty again then
 */
export async function stageZip(file: string, folder: string, tell: Tell = TELL_NOBODY): Promise<Staged> {
  return inFolder(folder, async (db) => {
    const zip = await openArchiveZip(file);
    try {
      const { head } = zip;
      const step = reportSteps(
        Object.values(head.rows).reduce((sum, rows) => sum + rows, zip.pictures.length),
        tell,
      );
      if (head.version !== ARCHIVE_VERSION && !canUpgrade(head.version))
        throw new InputError(`only versions 1 to ${ARCHIVE_VERSION} can be read`, 'archive.json');
      if (head.version === ARCHIVE_VERSION)
        for (const table of ARCHIVE_TABLES)
          await eachRow(zip, table, (row, place) => {
            put(db, table, checked<DumpedRow>(archiveTables[table], row, place), place);
            step();
          });
      else {
        // What has to be brought up to date is held as a whole: each step may look at all tables, of whatever name then.
        const tables: Record<string, unknown[]> = {};
        const { rows: written, ...rest } = head;
        for (const table of Object.keys(written).filter(isArchiveTable)) {
          const rows: unknown[] = (tables[table] = []);
          await eachRow(zip, table, (row) => rows.push(row));
        }
        fill(db, checkedDocument({ ...rest, tables, pictures: {} }));
      }
      for (const name of zip.pictures) {
        const place = path.join(folder, 'pictures', name);
        await pipeline(await zip.picture(name), createWriteStream(place));
        step();
      }
      await checkPictures(folder, zip.pictures);
      return head.exportedAt;
    } finally {
      zip.close();
    }
  });
}

/** Reads an archive of one document, with its pictures in base 64. */
export async function stageDocument(json: string, folder: string): Promise<Staged> {
  return inFolder(folder, (db) => {
    const document = checkedDocument(jsonOf(json));
    fill(db, document);
    for (const [file, data] of Object.entries(document.pictures))
      keepFile(path.join(folder, 'pictures'), file, Buffer.from(data, 'base64'));
    return Promise.resolve(document.exportedAt);
  });
}

/** The rows of one table, of which there must be as many as were written. */
async function eachRow(
  { head, rows }: OpenArchive,
  table: string,
  each: (row: unknown, place: string) => unknown,
): Promise<void> {
  let count = 0;
  for await (const { row, place } of rows(table)) {
    each(row, place);
    count++;
  }
  const written = head.rows[table];
  if (written !== count) throw new InputError(`${written} rows were written and ${count} are there`, `tables.${table}`);
}

async function inFolder(folder: string, read: (db: Db) => Promise<string>): Promise<Staged> {
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(path.join(folder, 'pictures'), { recursive: true });
  const db = openDatabase(path.join(folder, 'staged.sqlite'));
  try {
    // Nothing of it is worth keeping after a crash.
    db.pragma('synchronous = OFF');
    db.pragma('foreign_keys = OFF');
    for (const table of BENCH_TABLES) clearTable(db, table);
    db.exec('BEGIN');
    const exportedAt = await read(db);
    checkWhole(db);
    db.exec('COMMIT');
    return { db, folder, exportedAt };
  } catch (error) {
    db.close();
    rmSync(folder, { recursive: true, force: true });
    throw error;
  }
}

/** Closes what was staged and takes it away. */
export function unstage({ db, folder }: Staged): void {
  db.close();
  rmSync(folder, { recursive: true, force: true });
}

function jsonOf(json: string): unknown {
  try {
    return JSON.parse(json) as unknown;
  } catch {
    throw new InputError('this file is torn or is not an archive: it cannot be read to its end as JSON', '');
  }
}

function checkedDocument(document: unknown): Archive {
  const whole = checked(archive, upgraded(document));
  for (const [file, data] of Object.entries(whole.pictures))
    if (nameOf(Buffer.from(data, 'base64')) !== file)
      throw new InputError('this picture is not the one that its name says', `pictures.${file}`);
  return whole;
}

function fill(db: Db, { tables }: Archive): void {
  for (const table of ARCHIVE_TABLES) tables[table].forEach((row, i) => put(db, table, row, `tables.${table}.${i}`));
}

function put(db: Db, table: ArchiveTable, row: DumpedRow, place: string): void {
  checkMeaning(db, table, row, place);
  try {
    fillTable(db, table, columnsOf(table), [row]);
  } catch (error) {
    if (!isConstraint(error)) throw error;
    throw new InputError(`this row contradicts the others (${error.message})`, place);
  }
}

function isConstraint(error: unknown): error is Error & { code: string } {
  return String((error as { code?: unknown }).code).startsWith('SQLITE_CONSTRAINT');
}

/** What a schema of columns cannot tell: whether what stands in them can be read. */
function checkMeaning(db: Db, table: ArchiveTable, row: DumpedRow, place: string): void {
  const refuse = (message: string, column = '') => {
    throw new InputError(message, column ? `${place}.${column}` : place);
  };
  switch (table) {
    case 'mini_plan':
      if (!isMiniPlanContent(String(row.plan))) refuse('this is not a plan of minis', 'plan');
      break;
    case 'run':
      if ((row.kind === 'minis') !== (row.plan_id !== null))
        refuse('minis belong to a plan, a winding to none', 'plan_id');
      if (!(row.kind === 'minis' ? isMiniRunPlan : isPlan)(String(row.plan)))
        refuse('this is not the plan of a run', 'plan');
      break;
    case 'run_event': {
      const event = {
        ...(JSON.parse(String(row.detail)) as object),
        writer: row.writer,
        seq: row.seq,
        atMs: row.at_ms,
        part: row.part,
        kind: row.kind,
      };
      const run = prepared<{ kind: RunKindName }>(db, sql`SELECT kind FROM run WHERE id = ?`).get(row.run_id);
      if (!RUN_KINDS[run?.kind ?? 'wind'].isEvent(event)) refuse('this is not an event of a run');
      break;
    }
    case 'planned_use':
      if (!isPlannedUse(String(row.way))) refuse('this is not a way to go on', 'way');
      break;
    case 'setting':
      if (!SETTINGS[String(row.name)]?.(String(row.value))) refuse('this is not a setting that is known');
      break;
  }
}

/** What only the whole tells: that everything points at something that is there, and nothing at itself in a ring. */
function checkWhole(db: Db): void {
  const [dangling] = db.pragma('foreign_key_check') as { table: ArchiveTable; parent: string }[];
  if (dangling)
    throw new InputError(
      `this row points at a ${dangling.parent} that is not in the archive`,
      `tables.${dangling.table}`,
    );
  const place = (table: ArchiveTable, id: number) =>
    `tables.${table}.${prepared<{ n: number }>(db, sql`SELECT count(*) AS n FROM ${sqlName(table)} WHERE id < ?`).get(id)!.n}`;
  const first = (text: Sql) => prepared<{ id: number }>(db, text).get()?.id;

  const pieceless = first(
    sql`SELECT id FROM operation o WHERE kind <> 'undo'
     AND NOT EXISTS (SELECT 1 FROM operation_piece p WHERE p.operation_id = o.id) ORDER BY id LIMIT 1`,
  );
  if (pieceless !== undefined) throw new InputError('this operation has no piece', place('operation', pieceless));
  // An operation takes what was there before it, and undoes what came before it; so nothing can come of itself.
  const backwards = first(
    sql`SELECT part.operation_id AS id FROM operation_piece part JOIN piece p ON p.id = part.piece_id
     WHERE part.side <> 'out' AND part.operation_id <= p.created_by ORDER BY 1 LIMIT 1`,
  );
  if (backwards !== undefined)
    throw new InputError('a piece would come of itself, in a ring', place('operation', backwards));
  const undone = first(sql`SELECT id FROM operation WHERE undoes >= id ORDER BY id LIMIT 1`);
  if (undone !== undefined) throw new InputError('an entry undoes one that came after it', place('operation', undone));
  const born = first(
    sql`SELECT id FROM piece p WHERE NOT EXISTS (
       SELECT 1 FROM operation_piece part WHERE part.piece_id = p.id AND part.operation_id = p.created_by AND part.side = 'out')
     ORDER BY id LIMIT 1`,
  );
  if (born !== undefined) throw new InputError('nothing made this piece', place('piece', born));
  checkRing(db, sql`SELECT id, from_yarn AS a, into_yarn AS b FROM yarn_merge WHERE undone_at IS NULL`, {
    message: 'these yarns are merged in a ring',
    placeOf: (id) => place('yarn_merge', id),
  });
  checkRing(db, sql`SELECT task_id AS id, task_id AS a, after_id AS b FROM task_after`, {
    message: 'these tasks wait for one another in a ring',
    placeOf: () => 'tables.task_after',
  });
}

function checkRing(
  db: Db,
  text: Sql,
  { message, placeOf }: { message: string; placeOf: (id: number) => string },
): void {
  const links = prepared<{ id: number; a: number; b: number }>(db, text).all();
  const next = new Map<number, number[]>();
  for (const { a, b } of links) next.set(a, [...(next.get(a) ?? []), b]);
  const ring = links.find(({ a, b }) => leadsTo(b, a, (at) => next.get(at) ?? []));
  if (ring) throw new InputError(message, placeOf(ring.id));
}

async function checkPictures(folder: string, files: readonly string[]): Promise<void> {
  for (const file of files)
    if (nameOf(await readFile(path.join(folder, 'pictures', file))) !== file)
      throw new InputError('this picture is not the one that its name says', `pictures/${file}`);
}

/** Nothing was ever put in: there is only what a new database has of its own. */
export function isUntouched(db: Db): boolean {
  return ARCHIVE_TABLES.every((table) => BENCH_TABLES.includes(table) || countRows(db, table) === 0);
}
