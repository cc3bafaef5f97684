import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import type { Database } from 'better-sqlite3';

const DEFAULT_FOLDER = path.join(process.cwd(), 'db', 'migrations');

/** The database was written by a later version of the app; nothing in it was touched. */
export class NewerDatabaseError extends Error {
  constructor(found: number, known: number) {
    super(
      `This database was written by a newer Lazy Acorn (version ${found} of the tables; this one knows ${known}). ` +
        'Nothing was changed. Update the app, or point LAZY_ACORN_DB at another file.',
    );
    this.name = 'NewerDatabaseError';
  }
}

/**
 * Applies every numbered migration that the database has not had yet, all of them in one transaction.
 *
 * @throws NewerDatabaseError where the database has had more of them than there are
 */
export function migrate(db: Database, folder = DEFAULT_FOLDER): void {
  const files = migrationFiles(folder);
  const done = db.pragma('user_version', { simple: true }) as number;
  if (done > files.length) throw new NewerDatabaseError(done, files.length);
  if (done === files.length) return;
  db.transaction(() => {
    for (const file of files.slice(done)) db.exec(readFileSync(path.join(folder, file), 'utf8'));
    db.pragma(`user_version = ${files.length}`);
  }).immediate();
}

function migrationFiles(folder: string): string[] {
  const files = readdirSync(folder)
    .filter((file) => file.endsWith('.sql'))
    .sort();
  files.forEach((file, i) => {
    if (Number(file.slice(0, 4)) !== i + 1) throw new Error(`migration ${file} is out of order; ${i + 1} was expected`);
  });
  return files;
}
