import { type Db, prepared } from './connection';

/** Rows of a table as they stand, by column name. */
export type DumpedRow = Record<string, string | number | null>;

/** Every row of a table, in the order of its key, in just these columns. */
export function dumpTable(db: Db, table: string, columns: readonly string[]): DumpedRow[] {
  return [...eachRow(db, table, columns)];
}

/** The same one after another, never all in memory; nothing else can be asked through this connection meanwhile. */
export function* eachRow(db: Db, table: string, columns: readonly string[]): Generator<DumpedRow> {
  // A statement of its own: one that is kept could be asked twice at a time.
  yield* db
    .prepare<[], DumpedRow>(`SELECT ${columns.join(', ')} FROM ${table} ORDER BY ${columns[0]}, ${columns[1]}`)
    .iterate();
}

export function fillTable(db: Db, table: string, columns: readonly string[], rows: Iterable<DumpedRow>): void {
  const insert = prepared(
    db,
    `INSERT INTO ${table} (${columns.join(', ')}) VALUES (${columns.map((column) => `@${column}`).join(', ')})`,
  );
  for (const row of rows) insert.run(row);
}

export function clearTable(db: Db, table: string): void {
  prepared(db, `DELETE FROM ${table}`).run();
}

export function countRows(db: Db, table: string): number {
  return prepared<{ n: number }>(db, `SELECT count(*) AS n FROM ${table}`).get()!.n;
}

/** Some rows of a table, from one on. */
export function dumpPage(db: Db, table: string, columns: readonly string[], from: number, limit: number): DumpedRow[] {
  return prepared<DumpedRow>(
    db,
    `SELECT ${columns.join(', ')} FROM ${table} ORDER BY ${columns[0]}, ${columns[1]} LIMIT ? OFFSET ?`,
  ).all(limit, from);
}
