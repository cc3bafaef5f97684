import { mkdirSync } from 'node:fs';
import path from 'node:path';
import Database from 'better-sqlite3';
import { migrate } from './migrate';
import { type Sql, sql } from './sql';

export type Db = Database.Database;

/**
 * Opens the database in `file`, made if it is not there, and brings it up to date; or a copy in memory of one that was
 * serialized.
 *
 * @throws NewerDatabaseError where a later version of the app has written it
 */
export function openDatabase(file: string | Buffer): Db {
  if (typeof file === 'string' && file !== ':memory:') mkdirSync(path.dirname(file), { recursive: true });
  const db = new Database(file);
  try {
    db.pragma('journal_mode = WAL');
    // With WAL, anything less may lose the last commits in a power cut: a count among them.
    db.pragma('synchronous = FULL');
    db.pragma('foreign_keys = ON');
    db.pragma('busy_timeout = 5000');
    migrate(db);
  } catch (error) {
    db.close();
    throw error;
  }
  return db;
}

interface Memory {
  state: string;
  of: Map<string, { key: unknown; value: unknown }>;
}
const memories = new WeakMap<Db, Memory>();

/**
 * What was read last of one kind, as long as nothing was written since, here or by another connection. A page asks for a
 * yarn's whole past several times over.
 */
export function remembered<Value>(db: Db, kind: string, key: unknown, read: () => Value): Value {
  const own = prepared<{ n: number }>(db, sql`SELECT total_changes() AS n`).get()!.n;
  const state = `${own} ${db.pragma('data_version', { simple: true }) as number}`;
  let memory = memories.get(db);
  if (memory?.state !== state) memories.set(db, (memory = { state, of: new Map() }));
  const known = memory.of.get(kind);
  if (known && known.key === key) return known.value as Value;
  const value = read();
  memory.of.set(kind, { key, value });
  return value;
}

const statements = new WeakMap<Db, Map<string, Database.Statement>>();

/** The prepared statement for this SQL, prepared once a connection. */
export function prepared<Row = unknown>(db: Db, text: Sql): Database.Statement<unknown[], Row> {
  let known = statements.get(db);
  if (!known) statements.set(db, (known = new Map()));
  let statement = known.get(text);
  if (!statement) known.set(text, (statement = db.prepare(text)));
  return statement as Database.Statement<unknown[], Row>;
}
