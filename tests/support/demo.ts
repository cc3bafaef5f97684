import loadHighs from 'highs';
import { openDatabase } from '../../db/common/connection';
import { pictureFolder } from '../../server/common/database';
import { ternRock, ternRockPictures } from '../../scripts/ternRock';
import { ternRockMinis } from '../../scripts/ternRockMinis';
import { ternRockThread } from '../../scripts/ternRockThread';
import { ternRockTwist } from '../../scripts/ternRockTwist';
import type { App } from './app';

/** What is laid out beside the demo's own yarns. */
export interface More {
  minis?: boolean;
  twist?: boolean;
  thread?: boolean;
}

/** Lays the demo data out in the app's database, while its server is away. */
export async function withDemo(app: App, { minis = false, twist = false, thread = false }: More = {}): Promise<void> {
  await app.kill();
  const db = openDatabase(app.databaseFile);
  ternRock(db, new Date());
  if (minis) ternRockMinis(db, await loadHighs(), new Date());
  if (twist) ternRockTwist(db, new Date());
  if (thread) ternRockThread(db, new Date());
  await ternRockPictures(db, pictureFolder(app.databaseFile), new Date());
  db.close();
  await app.restart();
}
