import loadHighs from 'highs';
import { openDatabase } from '../../db/common/connection';
import { pictureFolder } from '../../server/common/database';
import { ternRock, ternRockPictures } from '../../scripts/ternRock';
import { ternRockColours } from '../../scripts/ternRockColours';
import { ternRockDyeing } from '../../scripts/ternRockDyeing';
import { ternRockKnitting } from '../../scripts/ternRockKnitting';
import { ternRockMarket } from '../../scripts/ternRockMarket';
import { ternRockMinis } from '../../scripts/ternRockMinis';
import { ternRockThread } from '../../scripts/ternRockThread';
import { ternRockTwist } from '../../scripts/ternRockTwist';

/** What is laid out beside the demo's own yarns. */
export interface More {
  minis?: boolean;
  twist?: boolean;
  thread?: boolean;
  knitting?: boolean;
  colours?: boolean;
  dyeing?: boolean;
  /** Of the minis and the dye book. */
  market?: boolean;
}

/** Everything that the demo has. */
export const ALL_OF_IT: Required<More> = {
  minis: true,
  twist: true,
  thread: true,
  knitting: true,
  colours: true,
  dyeing: true,
  market: true,
};

/** Lays the demo data out in this database, which no server is to have open. */
export async function layOutDemo(
  databaseFile: string,
  {
    minis = false,
    twist = false,
    thread = false,
    knitting = false,
    colours = false,
    dyeing = false,
    market = false,
  }: More = {},
): Promise<void> {
  const db = openDatabase(databaseFile);
  ternRock(db, new Date());
  if (minis) ternRockMinis(db, await loadHighs(), new Date());
  if (twist) ternRockTwist(db, new Date());
  if (thread) ternRockThread(db, new Date());
  if (knitting) ternRockKnitting(db, new Date());
  if (colours) ternRockColours(db, new Date());
  if (dyeing) ternRockDyeing(db, new Date());
  if (market) ternRockMarket(db, new Date());
  await ternRockPictures(db, pictureFolder(databaseFile), new Date());
  db.close();
}
