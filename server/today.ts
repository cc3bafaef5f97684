import { type RunState, type Stage, turnsOn } from '../core/run';
import type { Db } from '../db/connection';
import { pieceById } from '../db/pieces';
import { openRuns } from '../db/runs';
import { countShelf } from '../db/shelf';
import { type Entry, logbook } from './logbook';
import { readPlan } from './runPlan';
import { type ProjectLine, projectsPage } from './projects';
import { type ShelfCard, waitingOnShelf } from './shelf';
import { stateOf } from './runEvents';
import { yarnView } from './yarnViews';

/** A winding that is under way. */
export interface BenchRun {
  id: number;
  yarnName: string;
  colourHex: string;
  pieceLabel: string;
  startedAt: string;
  stage: Stage;
  part: number;
  cakes: number;
  turns: number;
  turnsPlanned: number;
  massG: number;
  stopped: RunState['stopped'];
}

export interface Today {
  runs: BenchRun[];
  /** The newest yarns that still have hanks, and how many such yarns there are. */
  hanks: ShelfCard[];
  hankYarns: number;
  /** Projects that what there is does not surely reach for. */
  short: ProjectLine[];
  recent: Entry[];
  yarns: number;
}

const MOST_HANKS_SHOWN = 6;

export function today(db: Db): Today {
  const { cards, total } = waitingOnShelf(db, MOST_HANKS_SHOWN);
  return {
    runs: runsUnderWay(db),
    hanks: cards,
    hankYarns: total,
    recent: logbook(db, 6),
    short: projectsPage(db).underWay.filter(({ verdict }) => verdict !== 'enough' && verdict !== null),
    yarns: countShelf(db),
  };
}

/** The windings that were begun and not ended, the newest first. */
export function runsUnderWay(db: Db): BenchRun[] {
  return openRuns(db).map((run): BenchRun => {
    const piece = pieceById(db, run.pieceId)!;
    const yarn = yarnView(db, piece.yarnId)!;
    const plan = readPlan(run.plan);
    const state = stateOf(db, run);
    return {
      id: run.id,
      yarnName: yarn.name,
      colourHex: yarn.colourHex,
      pieceLabel: piece.label,
      startedAt: run.startedAt,
      stage: state.stage,
      part: state.part,
      cakes: plan.cakes.length,
      turns: turnsOn(state, state.part),
      turnsPlanned: Math.round(plan.cakes[state.part]!.crankTurns.mean),
      massG: plan.mass.massG,
      stopped: state.stopped,
    };
  });
}
