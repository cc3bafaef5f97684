import type { Db } from '../db/connection';
import { type Bench, bench } from './bench';
import { type BenchRun, runsUnderWay } from './today';
import { newestOnShelf, type ShelfCard } from './shelf';
import { piecePage, type PieceView, type YarnView } from './yarnViews';

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
  yarns: ShelfCard[];
  /** There are yarns that came in before these. */
  older: boolean;
}

/** Older ones are found on the shelf. */
const MOST_YARNS_SHOWN = 48;

export function windingPage(db: Db): WindingPage {
  const yarns = newestOnShelf(db, MOST_YARNS_SHOWN);
  return {
    runs: runsUnderWay(db),
    yarns: yarns.filter(({ pieceCount }) => pieceCount > 0),
    older: yarns.length === MOST_YARNS_SHOWN,
  };
}
