import type { Db } from '../db/connection';
import { type Bench, bench } from './bench';
import { type BenchRun, runsUnderWay } from './today';
import { piecePage, type PieceView, shelf, type ShelfYarn, type YarnView } from './yarnViews';

/** What the planning of one piece starts from. */
export interface PlanPage {
  yarn: YarnView;
  piece: PieceView;
  bench: Bench;
}

export function planPage(db: Db, pieceId: number): PlanPage | undefined {
  const page = piecePage(db, pieceId);
  return page && { yarn: page.yarn, piece: page.piece, bench: bench(db) };
}

/** The windings under way, and what could be wound next. */
export interface WindingPage {
  runs: BenchRun[];
  yarns: ShelfYarn[];
}

export function windingPage(db: Db): WindingPage {
  return { runs: runsUnderWay(db), yarns: shelf(db).filter(({ pieces }) => pieces.length > 0) };
}
