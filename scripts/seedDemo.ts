/** Lays out the demo data in a new database file. */
import { renameSync } from 'node:fs';
import loadHighs from 'highs';
import { openDatabase } from '../db/common/connection';
import { pictureFolder } from '../server/common/database';
import { ternRock, ternRockPictures } from './ternRock';
import { ternRockColours } from './ternRockColours';
import { ternRockDyeing } from './ternRockDyeing';
import { ternRockKnitting } from './ternRockKnitting';
import { ternRockMarket } from './ternRockMarket';
import { ternRockMinis } from './ternRockMinis';
import { ternRockThread } from './ternRockThread';
import { ternRockTwist } from './ternRockTwist';

async function main(file: string | undefined): Promise<void> {
  if (!file) throw new Error('name the file of the database');
  // Under another name until it is whole, so that a torn one is never taken for the demo.
  const draft = `${file}.draft-${process.pid}`;
  const db = openDatabase(draft);
  ternRock(db, new Date());
  ternRockMinis(db, await loadHighs(), new Date());
  ternRockTwist(db, new Date());
  ternRockThread(db, new Date());
  ternRockKnitting(db, new Date());
  ternRockColours(db, new Date());
  ternRockDyeing(db, new Date());
  ternRockMarket(db, new Date());
  await ternRockPictures(db, pictureFolder(file), new Date());
  db.pragma('wal_checkpoint(TRUNCATE)');
  db.close();
  renameSync(draft, file);
}

void main(process.argv[2]);
