import path from 'node:path';
import type { Db } from '../../db/common/connection';
import type { Archive } from '../../formats/archive';
import { takeStaged } from '../../server/exchange/archive';
import type { TakenIn } from '../../server/exchange/archiveMerge';
import { stageDocument, stageZip, unstage } from '../../server/exchange/archiveStaging';

/** Reads an archive of one document into an empty database. */
export async function readIn(db: Db, folder: string, json: string): Promise<TakenIn> {
  return taken(db, folder, await stageDocument(json, path.join(folder, 'staging')), 'into empty');
}

/** Reads a zip in. */
export async function readZipIn(
  db: Db,
  folder: string,
  file: string,
  how: 'into empty' | 'replace' | 'merge' = 'into empty',
): Promise<TakenIn> {
  return taken(db, folder, await stageZip(file, path.join(folder, 'staging')), how);
}

function taken(
  db: Db,
  folder: string,
  staged: Awaited<ReturnType<typeof stageZip>>,
  how: 'into empty' | 'replace' | 'merge',
): TakenIn {
  try {
    return takeStaged(db, folder, staged, how);
  } finally {
    unstage(staged);
  }
}

type Row = Record<string, unknown>;
type Tables = Record<string, Row[]>;

/** The tables and columns of version 6 by what they are called now. */
const NAMES_BEFORE_7: Record<string, string> = {
  mini_plan: 'mini_job',
  task: 'job',
  task_after: 'job_after',
  consumption: 'went',
  planned_use: 'next_way',
  strand_leaving: 'strand_left',
};
const COLUMNS_BEFORE_7: Record<string, Record<string, string>> = {
  piece: { created_by: 'born_by' },
  run: { plan_id: 'job_id' },
  mini: { plan_id: 'job_id' },
  task_after: { task_id: 'job_id' },
};

/** What each version did not have yet: whole tables, and columns of others. */
const CAME_WITH: Record<number, { tables: string[]; columns: Record<string, string[]> }> = {
  6: {
    tables: ['went', 'joined', 'job', 'job_after'],
    columns: { picture: ['operation_id'], project: ['cast_on'] },
  },
  5: {
    tables: ['strand_left', 'strand_laid', 'next_way', 'ply', 'practice_answer'],
    columns: { sample: ['turns', 'over_mm', 'leans'] },
  },
  4: { tables: ['reel', 'mini_job', 'mini'], columns: { operation: ['ties_mg'], run: ['kind', 'job_id'] } },
  3: {
    tables: ['hand_form', 'counter', 'setting', 'wound_cake'],
    columns: {
      yarn: ['work_from'],
      operation: ['from_end'],
      scale: ['max_mg', 'known_mg', 'shown_mg', 'measured_figures', 'removed_at'],
      winder: ['turning', 'drive', 'base', 'measured_figures', 'removed_at'],
      swift: ['measured_figures', 'removed_at'],
    },
  },
  2: {
    tables: ['sample', 'picture', 'yarn_merge', 'yarn_merge_piece', 'project', 'project_need', 'project_need_yarn'],
    columns: {
      yarn: [
        ...['gauge_stitches_per_10m', 'gauge_rows_per_10m', 'care_symbols', 'place', 'like_yarn_id', 'trust', 'gone'],
        ...['gone_at', 'batch'],
      ],
      operation_piece: ['humidity_percent'],
    },
  },
};

/** Version 2 knew no looking over, called knots and folding otherwise, and measured a tool as a whole or not at all. */
function toVersion2(tables: Tables, { tables: { winder, swift } }: Archive): void {
  const figures = [...winder, ...swift].map(({ measured_figures }) => measured_figures);
  [...tables.winder!, ...tables.swift!].forEach((row, i) => (row.measured = figures[i] === '[]' ? 0 : 1));
  for (const event of tables.run_event!) {
    const { mark, ...detail } = JSON.parse(event.detail as string) as Row;
    if (event.kind === 'mark' && mark === 'knot') event.kind = 'knot';
    else if (mark !== undefined) detail.mark = mark;
    if (detail.step === 'folded') detail.step = 'strands';
    event.detail = JSON.stringify(detail);
  }
  without(tables, 'inspect');
}

function without(tables: Tables, kind: string): void {
  const unknown = new Set(tables.operation!.filter((row) => row.kind === kind).map(({ id }) => id));
  tables.operation = tables.operation!.filter(({ id }) => !unknown.has(id));
  for (const table of ['operation_piece', 'mark'])
    tables[table] = tables[table]!.filter(({ operation_id }) => !unknown.has(operation_id));
}

/** An archive as an earlier version would have written it, without what it did not know. */
export function asVersion(whole: Archive, version: number): { version: number; tables: Tables } {
  const old = structuredClone(whole) as unknown as { version: number; tables: Tables; pictures?: unknown };
  old.version = version;
  for (const table of ['wheel', 'bath', 'bath_piece']) Reflect.deleteProperty(old.tables, table);
  if (version === 10) return old;
  Reflect.deleteProperty(old.tables, 'colour_stretch');
  for (const mark of old.tables.mark!)
    for (const column of ['inner_hex', 'outer_hex']) Reflect.deleteProperty(mark, column);
  for (const project of old.tables.project!) Reflect.deleteProperty(project, 'by_hand');
  if (version === 9) return old;
  for (const table of ['knitting', 'row_weighing']) Reflect.deleteProperty(old.tables, table);
  if (version === 8) return old;
  // No form of version 7 was begun round two fingers.
  old.tables.hand_form = old.tables.hand_form!.filter(({ kind }) => kind !== 'fingers');
  if (version === 7) return old;
  old.tables = Object.fromEntries(
    Object.entries(old.tables).map(([table, rows]) => [
      NAMES_BEFORE_7[table] ?? table,
      rows.map((row) =>
        Object.fromEntries(
          Object.entries(row).map(([column, value]) => [COLUMNS_BEFORE_7[table]?.[column] ?? column, value]),
        ),
      ),
    ]),
  );
  const { tables } = old;
  for (let before = 6; before > version; before--) {
    const { tables: added, columns } = CAME_WITH[before]!;
    for (const table of added) Reflect.deleteProperty(tables, table);
    for (const [table, names] of Object.entries(columns))
      for (const row of tables[table] ?? []) for (const name of names) Reflect.deleteProperty(row, name);
  }
  if (version < 3) toVersion2(tables, whole);
  if (version > 1) return old;
  delete old.pictures;
  without(tables, 'sample');
  return old;
}
