import { type Db, prepared } from '../common/connection';
import { columnNames, columnValues, type Sql, sql, sqlList, sqlName, sqlWhere } from '../common/sql';

/** Rows of a table as they stand, by column name. */
export type DumpedRow = Record<string, string | number | null>;

/** Every row of a table, in the order of its key, in just these columns. */
export function dumpTable(db: Db, table: string, columns: readonly string[]): DumpedRow[] {
  return [...eachRow(db, table, columns)];
}

/** The same one after another, never all in memory; nothing else can be asked through this connection meanwhile. */
export function* eachRow(db: Db, table: string, columns: readonly string[]): Generator<DumpedRow> {
  // A statement of its own: one that is kept could be asked twice at a time.
  yield* db.prepare<[], DumpedRow>(inOrder(db, table, columns)).iterate();
}

/** @param step is called after each row */
export function fillTable(
  db: Db,
  table: string,
  columns: readonly string[],
  rows: Iterable<DumpedRow>,
  step?: () => void,
): void {
  const insert = prepared(
    db,
    sql`INSERT INTO ${sqlName(table)} (${columnNames(columns)}) VALUES (${columnValues(columns)})`,
  );
  for (const row of rows) {
    insert.run(row);
    step?.();
  }
}

export function clearTable(db: Db, table: string): void {
  prepared(db, sql`DELETE FROM ${sqlName(table)}`).run();
}

export function countRows(db: Db, table: string): number {
  return prepared<{ n: number }>(db, sql`SELECT count(*) AS n FROM ${sqlName(table)}`).get()!.n;
}

/** Leaves out so many of the numbers that rows would be given next, in every table that gives none twice. */
export function leapNumbers(db: Db, numbers: number): void {
  prepared(
    db,
    sql`INSERT INTO sqlite_sequence (name, seq)
          SELECT name, 0 FROM sqlite_master
          WHERE type = 'table' AND sql LIKE '%AUTOINCREMENT%' AND name NOT IN (SELECT name FROM sqlite_sequence)`,
  ).run();
  prepared(db, sql`UPDATE sqlite_sequence SET seq = seq + ?`).run(numbers);
}

/** The columns that a table's rows are told apart and put in order by. */
export function keyOf(db: Db, table: string): string[] {
  return prepared<{ name: string }>(db, sql`SELECT name FROM pragma_table_info(?) WHERE pk > 0 ORDER BY pk`)
    .all(table)
    .map(({ name }) => name);
}

/** Some rows of a table, from a key on, or from the first part of one; none: from the start. */
export function dumpFrom(
  db: Db,
  table: string,
  columns: readonly string[],
  from: readonly (number | string)[],
  limit: number,
): DumpedRow[] {
  const asked = columnNames(keyOf(db, table).slice(0, from.length));
  const where = sqlWhere([from.length > 0 && sql`(${asked}) >= (${sqlList(from.map(() => sql`?`))})`]);
  return prepared<DumpedRow>(db, sql`${inOrder(db, table, columns, where)} LIMIT ?`).all(...from, limit);
}

/** The rows that a condition lets through, in the order of their key. */
function inOrder(db: Db, table: string, columns: readonly string[], where = sql``): Sql {
  return sql`SELECT ${columnNames(columns)} FROM ${sqlName(table)} ${where} ORDER BY ${columnNames(keyOf(db, table))}`;
}
