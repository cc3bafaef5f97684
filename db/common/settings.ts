import { type Db, prepared } from './connection';
import { sql } from './sql';

/** What the user has settled under this name, as JSON; undefined where nothing was. */
export function settingOf(db: Db, name: string): string | undefined {
  return prepared<{ value: string }>(db, sql`SELECT value FROM setting WHERE name = ?`).get(name)?.value;
}

export function setSetting(db: Db, name: string, value: string): void {
  prepared(
    db,
    sql`INSERT INTO setting (name, value) VALUES (?, ?) ON CONFLICT (name) DO UPDATE SET value = excluded.value`,
  ).run(name, value);
}
