import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import {
  type Archive,
  archive,
  ARCHIVE_FORMAT,
  ARCHIVE_VERSION,
  type ArchiveTable,
  archiveTables,
  upgraded,
} from '../formats/archive';
import { pictureFiles } from '../db/pictures';
import type { Db } from '../db/connection';
import { clearTable, countRows, dumpTable, fillTable } from '../db/dump';
import { InputError } from '../core/inputError';
import { keepFile, nameOf } from './pictures';
import { isMiniJobPlan } from './miniJobPlan';
import { miniEvents } from './miniRunEvents';
import { isMiniRunPlan } from './miniRunPlan';
import { isPlan } from './runPlan';
import { isNextWay } from './nextWay';
import { isSchools } from './schools';
import { isStrandHabits } from './strandWays';
import { isBenchTime } from './benchTime';
import { isTwistLimits } from './twistLimits';
import { runEvents } from './runEvents';
import { pathOf } from './result';

/** What a new database has of its own, and an archive brings instead. */
const BENCH_TABLES: readonly ArchiveTable[] = ['winder', 'swift', 'hand_form', 'scale', 'counter', 'reel', 'setting'];

/** What can be settled, each with what tells whether it can be read. */
const SETTINGS: Record<string, ((json: string) => boolean) | undefined> = {
  schools: isSchools,
  'strand habits': isStrandHabits,
  'twist limits': isTwistLimits,
  time: isBenchTime,
};

const TABLES = Object.keys(archiveTables) as ArchiveTable[];

const columnsOf = (table: ArchiveTable): string[] => Object.keys(archiveTables[table].shape);

/**
 * Everything there is, as one document, read in one transaction.
 *
 * @param folder that the pictures lie in
 */
export function exportArchive(db: Db, folder: string, now: Date): Archive {
  const read = db.transaction(() =>
    Object.fromEntries(TABLES.map((table) => [table, dumpTable(db, table, columnsOf(table))])),
  );
  return {
    format: ARCHIVE_FORMAT,
    version: ARCHIVE_VERSION,
    exportedAt: now.toISOString(),
    tables: read() as unknown as Archive['tables'],
    pictures: Object.fromEntries(
      pictureFiles(db)
        .filter((file) => existsSync(path.join(folder, file)))
        .map((file) => [file, readFileSync(path.join(folder, file)).toString('base64')]),
    ),
  };
}

/**
 * Reads an archive into an empty database, all of it or nothing.
 *
 * @throws InputError with the path of what is wrong
 */
export function importArchive(db: Db, folder: string, json: string): { yarns: number; operations: number } {
  const { tables, pictures } = checkedArchive(json);
  // Named after what is in them: one that is there already is the same, and one too many does no harm.
  for (const [file, data] of Object.entries(pictures)) keepFile(folder, file, Buffer.from(data, 'base64'));
  db.transaction(() => {
    // Pieces and operations point at each other's rows in an order that only the whole has.
    db.pragma('defer_foreign_keys = ON');
    if (!isUntouched(db))
      throw new InputError('an archive can only be read into an empty database; this one has yarns in it', '');
    for (const table of BENCH_TABLES) clearTable(db, table);
    for (const table of TABLES) fillChecked(db, table, tables[table]);
    const [dangling] = db.pragma('foreign_key_check') as { table: ArchiveTable; rowid: number; parent: string }[];
    if (dangling)
      throw new InputError(
        `this row points at a ${dangling.parent} that is not in the archive`,
        `tables.${dangling.table}`,
      );
  }).immediate();
  return { yarns: tables.yarn.length, operations: tables.operation.length };
}

/** Nothing was ever put in: there is only what a new database has of its own. */
export function isUntouched(db: Db): boolean {
  return TABLES.every((table) => BENCH_TABLES.includes(table) || countRows(db, table) === 0);
}

function fillChecked(db: Db, table: ArchiveTable, rows: Archive['tables'][ArchiveTable]): void {
  rows.forEach((row, i) => {
    try {
      fillTable(db, table, columnsOf(table), [row]);
    } catch (error) {
      if (!isConstraint(error)) throw error;
      throw new InputError(`this row contradicts the others (${error.message})`, `tables.${table}.${i}`);
    }
  });
}

function isConstraint(error: unknown): error is Error & { code: string } {
  return String((error as { code?: unknown }).code).startsWith('SQLITE_CONSTRAINT');
}

function checkedArchive(json: string): Archive {
  let document: unknown;
  try {
    document = JSON.parse(json);
  } catch {
    throw new InputError('this file is torn or is not an archive: it cannot be read to its end as JSON', '');
  }
  const parsed = archive.safeParse(upgraded(document));
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    throw new InputError(issue.message, pathOf(issue));
  }
  const { tables } = parsed.data;
  const joined = new Set(tables.operation_piece.map((part) => part.operation_id));
  tables.operation.forEach(({ id, kind }, i) => {
    if (kind !== 'undo' && !joined.has(id))
      throw new InputError('this operation has no piece', `tables.operation.${i}`);
  });
  checkMerges(tables.yarn_merge);
  for (const [file, data] of Object.entries(parsed.data.pictures))
    if (nameOf(Buffer.from(data, 'base64')) !== file)
      throw new InputError('this picture is not the one that its name says', `pictures.${file}`);
  tables.mini_job.forEach(({ plan }, i) => {
    if (!isMiniJobPlan(plan)) throw new InputError('this is not a plan of minis', `tables.mini_job.${i}.plan`);
  });
  tables.run.forEach(({ plan, kind, job_id }, i) => {
    if ((kind === 'minis') !== (job_id !== null))
      throw new InputError('minis belong to a plan, a winding to none', `tables.run.${i}.job_id`);
    if (!(kind === 'minis' ? isMiniRunPlan(plan) : isPlan(plan)))
      throw new InputError('this is not the plan of a run', `tables.run.${i}.plan`);
  });
  tables.next_way.forEach(({ way }, i) => {
    if (!isNextWay(way)) throw new InputError('this is no way to go on', `tables.next_way.${i}.way`);
  });
  tables.setting.forEach(({ name, value }, i) => {
    if (!SETTINGS[name]?.(value)) throw new InputError('this is not a setting that is known', `tables.setting.${i}`);
  });
  const kinds = new Map(tables.run.map(({ id, kind }) => [id, kind]));
  tables.run_event.forEach((row, i) => {
    const event = {
      ...(JSON.parse(row.detail) as object),
      key: `${row.writer}:${row.seq}`,
      atMs: row.at_ms,
      part: row.part,
      kind: row.kind,
    };
    const events = kinds.get(row.run_id) === 'minis' ? miniEvents : runEvents;
    if (!events.safeParse([event]).success)
      throw new InputError('this is not an event of a run', `tables.run_event.${i}`);
  });
  return parsed.data;
}

/** A yarn that was merged is looked for where it went; in a ring one would look for ever. */
function checkMerges(merges: Archive['tables']['yarn_merge']): void {
  const live = merges.filter(({ undone_at }) => undone_at === null);
  const into = new Map(live.map(({ from_yarn, into_yarn }) => [from_yarn, into_yarn]));
  merges.forEach(({ from_yarn, undone_at }, i) => {
    const seen = new Set<number>();
    for (let at: number | undefined = from_yarn; undone_at === null && at !== undefined; at = into.get(at)) {
      if (seen.has(at)) throw new InputError('these yarns are merged in a ring', `tables.yarn_merge.${i}`);
      seen.add(at);
    }
  });
}
