import { openDatabase } from '../../db/connection';
import { ternRock } from '../../scripts/ternRock';
import type { App } from './app';

/** Lays the demo data out in the app's database, while its server is away. */
export async function withDemo(app: App): Promise<void> {
  await app.kill();
  const db = openDatabase(app.databaseFile);
  ternRock(db, new Date());
  db.close();
  await app.restart();
}
