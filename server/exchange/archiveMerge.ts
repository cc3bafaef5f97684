import { type Db, prepared } from '../../db/common/connection';
import { type DumpedRow, eachRow, fillTable } from '../../db/exchange/dump';
import type { ArchiveTable } from '../../formats/archive';
import { ARCHIVE_TABLES, columnsOf, rowsOf } from './archiveStaging';
import { reportSteps, type Tell } from '../common/progress';
import { columnNames, columnValues, type Sql, sql, sqlName } from '../../db/common/sql';

/** What was read in. */
export interface TakenIn {
  yarns: number;
  operations: number;
  /** Yarns that were there already. */
  already: number;
}

/** What is settled here stays as it is. */
const MERGED = ARCHIVE_TABLES.filter((table) => table !== 'setting');

/**
 * Puts what is staged beside what is there. Every row gets a number of its own; what points at another follows it. A
 * yarn that is there already (it came from here, or was read in before) is left out, with everything that it had to
 * do with; tools of the same name are taken for the same.
 */
export function mergeStaged(db: Db, from: Db, tell: Tell): TakenIn {
  const yarns = newYarns(db, from);
  const maps = new Maps(db, from, yarns);
  const step = reportSteps(rowsOf(from, MERGED), tell);
  for (const table of MERGED) {
    const references = referencesOf(from, table);
    for (const row of eachRow(from, table, columnsOf(table))) {
      mergeRow(db, table, row, references, maps);
      step();
    }
  }
  return { yarns: yarns.fresh.size, operations: maps.count('operation'), already: yarns.there.size };
}

const TOOLS: readonly ArchiveTable[] = ['winder', 'swift', 'hand_form', 'scale', 'counter', 'reel', 'wheel'];

interface Yarns {
  /** Those that come in. */
  fresh: ReadonlySet<number>;
  /** Those that are left out, and the number that such a one has here, where it is the same. */
  there: ReadonlyMap<number, number | null>;
}

/** Which yarns come in: none that has anything to do with one that is here. */
export function newYarns(db: Db, from: Db): Yarns {
  const all = prepared<{ id: number; maker: string; line: string; colour: string; lot: string; at: string }>(
    from,
    sql`SELECT id, maker, line, colour_name AS colour, dye_lot AS lot, created_at AS at FROM yarn ORDER BY id`,
  ).all();
  const same = prepared<{ id: number }>(
    db,
    sql`SELECT id FROM yarn WHERE maker = @maker AND line = @line AND colour_name = @colour AND dye_lot = @lot
     AND created_at = @at ORDER BY id LIMIT 1`,
  );
  const hereAs = new Map(all.map(({ id, ...yarn }) => [id, same.get(yarn)?.id ?? null]));
  const groups = groupsOf(
    from,
    all.map(({ id }) => id),
  );
  const known = new Set([...hereAs].filter(([, here]) => here !== null).map(([id]) => groups.get(id)!));
  const fresh = new Set(all.map(({ id }) => id).filter((id) => !known.has(groups.get(id)!)));
  return { fresh, there: new Map([...hereAs].filter(([id]) => !fresh.has(id))) };
}

/** Yarns that are bound up with one another: by an operation, a merge, or a plan of minis. */
function groupsOf(from: Db, ids: readonly number[]): Map<number, number> {
  const root = new Map(ids.map((id) => [id, id]));
  const find = (id: number): number => {
    let at = id;
    while (root.get(at) !== at) at = root.get(at)!;
    root.set(id, at);
    return at;
  };
  const links = prepared<{ a: number; b: number }>(
    from,
    sql`SELECT DISTINCT min(p.yarn_id) OVER (PARTITION BY part.operation_id) AS a, p.yarn_id AS b
     FROM operation_piece part JOIN piece p ON p.id = part.piece_id
     UNION SELECT from_yarn, into_yarn FROM yarn_merge
     UNION SELECT min(p.yarn_id) OVER (PARTITION BY m.plan_id), p.yarn_id FROM mini m JOIN piece p ON p.id = m.piece_id
     UNION SELECT min(p.yarn_id) OVER (PARTITION BY r.plan_id), p.yarn_id FROM run r JOIN piece p ON p.id = r.piece_id
       WHERE r.plan_id IS NOT NULL`,
  ).all();
  for (const { a, b } of links) root.set(find(a), find(b));
  return new Map(ids.map((id) => [id, find(id)]));
}

/** The numbers that rows had in the archive, and have here. */
class Maps {
  private readonly numbers = new Map<ArchiveTable, Map<number, number>>();
  readonly operations: ReadonlySet<number>;

  constructor(
    readonly db: Db,
    from: Db,
    readonly yarns: Yarns,
  ) {
    const mine = JSON.stringify([...yarns.fresh]);
    this.operations = new Set(
      prepared<{ id: number }>(
        from,
        sql`WITH RECURSIVE mine (id) AS (
           SELECT part.operation_id FROM operation_piece part JOIN piece p ON p.id = part.piece_id
           WHERE p.yarn_id IN (SELECT value FROM json_each(?))
           UNION SELECT o.id FROM operation o JOIN mine ON o.undoes = mine.id
         ) SELECT id FROM mine`,
      )
        .all(mine)
        .map(({ id }) => id),
    );
  }

  of(table: ArchiveTable, id: number): number | undefined {
    const known = this.numbers.get(table)?.get(id);
    // A project may speak of a yarn that was here already.
    return known ?? (table === 'yarn' ? (this.yarns.there.get(id) ?? undefined) : undefined);
  }

  set(table: ArchiveTable, id: number, here: number): void {
    const known = this.numbers.get(table) ?? new Map<number, number>();
    known.set(id, here);
    this.numbers.set(table, known);
  }

  count(table: ArchiveTable): number {
    return this.numbers.get(table)?.size ?? 0;
  }
}

/** Columns that point at rows of another table. */
function referencesOf(from: Db, table: ArchiveTable): { column: string; table: ArchiveTable }[] {
  return (from.pragma(`foreign_key_list(${table})`) as { from: string; table: ArchiveTable }[]).map((key) => ({
    column: key.from,
    table: key.table,
  }));
}

/** What may be left out of a row, where what it points at stays behind. */
const MAY_BE_NONE: Partial<Record<ArchiveTable, readonly string[]>> = {
  yarn: ['like_yarn_id'],
  consumption: ['project_id'],
  knitting: ['project_id'],
  task: ['project_id'],
};

function mergeRow(
  db: Db,
  table: ArchiveTable,
  row: DumpedRow,
  references: readonly { column: string; table: ArchiveTable }[],
  maps: Maps,
): void {
  if (table === 'yarn' && !maps.yarns.fresh.has(Number(row.id))) return;
  if (table === 'operation' && !maps.operations.has(Number(row.id))) return;
  if (table === 'mini_plan' && !isOfFresh(row, maps)) return;
  if (isHere(db, table, row, maps)) return;
  const next: DumpedRow = { ...row };
  for (const { column, table: other } of references) {
    const value = row[column];
    if (value === null || value === undefined) continue;
    const here = maps.of(other, Number(value));
    // What was there already takes nothing more in: only a project's wish may point at it.
    const isClosed = other === 'yarn' && table !== 'project_need_yarn' && !maps.yarns.fresh.has(Number(value));
    if ((here === undefined || isClosed) && !MAY_BE_NONE[table]?.includes(column)) return;
    next[column] = here ?? null;
  }
  rewritten(table, next, maps);
  if (typeof next.request_key === 'string' && hasKey(db, table, next.request_key)) next.request_key = null;
  if (!('id' in next)) {
    // Jobs that were here already wait for one another already.
    if (table === 'task_after' && dependsOn(db, next)) return;
    fillTable(db, table, columnsOf(table), [next]);
    return;
  }
  const columns = columnsOf(table).filter((column) => column !== 'id');
  const id = Number(next.id);
  const { lastInsertRowid } = prepared(
    db,
    sql`INSERT INTO ${sqlName(table)} (${columnNames(columns)}) VALUES (${columnValues(columns)})`,
  ).run(Object.fromEntries(columns.map((column) => [column, next[column]])));
  maps.set(table, id, Number(lastInsertRowid));
}

/** A plan of minis comes along with its skeins. */
function isOfFresh(row: DumpedRow, maps: Maps): boolean {
  const { parents } = JSON.parse(String(row.plan)) as { parents: { pieceId: number }[] };
  return parents.every(({ pieceId }) => maps.of('piece', pieceId) !== undefined);
}

function dependsOn(db: Db, { task_id, after_id }: DumpedRow): boolean {
  return (
    prepared(db, sql`SELECT 1 FROM task_after WHERE task_id = ? AND after_id = ?`).get(task_id, after_id) !== undefined
  );
}

function hasKey(db: Db, table: ArchiveTable, key: string): boolean {
  return prepared(db, sql`SELECT 1 FROM ${sqlName(table)} WHERE request_key = ?`).get(key) !== undefined;
}

/** A tool of the same name, a project, a bath, an answer or a task of the same moment is here already; others point at that. */
function isHere(db: Db, table: ArchiveTable, row: DumpedRow, maps: Maps): boolean {
  const find = (text: Sql, ...values: unknown[]) => prepared<{ id: number }>(db, text).get(...values)?.id;
  const here = TOOLS.includes(table)
    ? find(sql`SELECT id FROM ${sqlName(table)} WHERE name = ? AND removed_at IS NULL ORDER BY id LIMIT 1`, row.name)
    : table === 'project' || table === 'bath'
      ? find(sql`SELECT id FROM ${sqlName(table)} WHERE name = ? AND created_at = ?`, row.name, row.created_at)
      : table === 'practice_answer'
        ? find(sql`SELECT id FROM practice_answer WHERE at = ? AND kind = ?`, row.at, row.kind)
        : table === 'task'
          ? find(
              sql`SELECT id FROM task WHERE kind = ? AND title = ? AND created_at = ?`,
              row.kind,
              row.title,
              row.created_at,
            )
          : undefined;
  if (here === undefined) return false;
  // What hangs on a project or a bath that is here is here too.
  if (table !== 'project' && table !== 'bath') maps.set(table, Number(row.id), here);
  return true;
}

/** Numbers that stand within a column's JSON. */
function rewritten(table: ArchiveTable, row: DumpedRow, maps: Maps): void {
  const change = (column: string, edit: (value: Json) => Json) => {
    row[column] = JSON.stringify(edit(JSON.parse(String(row[column])) as Json));
  };
  const piece = (id: unknown) => maps.of('piece', Number(id));
  const pieces = (ids: unknown) => (ids as number[]).flatMap((id) => piece(id) ?? []);
  const toolKey = (key: unknown) => {
    const [kind, id] = String(key).split(' ') as [string, string];
    const here = maps.of(kind === 'winder' ? 'winder' : 'hand_form', Number(id));
    return here === undefined ? key : `${kind} ${here}`;
  };
  const reel = (each: Json) => ({ ...each, id: maps.of('reel', Number(each.id)) ?? each.id });
  switch (table) {
    case 'joined':
      row.pieces = JSON.stringify(pieces(JSON.parse(String(row.pieces))));
      break;
    case 'planned_use':
      change('way', (way) => {
        const rewind = way.rewind as Json | null;
        return { ...way, rewind: rewind && { ...rewind, toolKey: toolKey(rewind.toolKey) } };
      });
      break;
    case 'run':
      change('plan', (plan) =>
        row.kind === 'minis'
          ? { ...plan, reel: reel(plan.reel as Json) }
          : {
              ...plan,
              // What was asked for names tools by their old numbers.
              ...('asked' in plan && { asked: null }),
              ...('queue' in plan && { queue: pieces(plan.queue) }),
              ...(Array.isArray(plan.cakes) && {
                cakes: (plan.cakes as Json[]).map((cake) => ({ ...cake, tool: toolOf(cake.tool as Json, maps) })),
              }),
            },
      );
      break;
    case 'mini_plan': {
      const yarn = (id: unknown) => maps.of('yarn', Number(id));
      change('plan', (plan) => {
        const asked = plan.asked as Json;
        return {
          ...plan,
          asked: {
            ...asked,
            reelId: maps.of('reel', Number(asked.reelId)) ?? asked.reelId,
            pieceIds: pieces(asked.pieceIds),
            sizes: (asked.sizes as Json[]).map((size) => ({
              ...size,
              yarnId: size.yarnId === '' ? '' : String(yarn(size.yarnId) ?? ''),
            })),
          },
          sizes: (plan.sizes as Json[]).map((size) => ({
            ...size,
            yarnId: size.yarnId === null ? null : (yarn(size.yarnId) ?? null),
          })),
          reel: reel(plan.reel as Json),
          parents: (plan.parents as Json[]).map((parent) => ({
            ...parent,
            pieceId: piece(parent.pieceId),
            yarnId: yarn(parent.yarnId),
          })),
        };
      });
      break;
    }
  }
}

type Json = Record<string, unknown>;

function toolOf(tool: Json, maps: Maps): Json {
  if (typeof tool?.id !== 'number') return tool;
  return { ...tool, id: maps.of(tool.onto === 'winder' ? 'winder' : 'hand_form', tool.id) ?? null };
}
