import { type RunState, runState, type Stage, turnsOn } from '../core/run';
import type { Db } from '../db/connection';
import { pieceById } from '../db/pieces';
import { eventsOf, openRuns } from '../db/runs';
import { type Entry, logbook } from './logbook';
import { runPlan } from './runPlan';
import { shelf, type ShelfYarn, yarnView } from './yarnViews';

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
  /** Yarns that still have hanks, the newest first. */
  hanks: ShelfYarn[];
  recent: Entry[];
  yarns: number;
}

export function today(db: Db): Today {
  const yarns = shelf(db);
  return {
    runs: runsUnderWay(db),
    hanks: yarns.filter(({ pieces }) => pieces.some(({ form, openRunId }) => form === 'hank' && openRunId === null)),
    recent: logbook(db, 6),
    yarns: yarns.length,
  };
}

/** The windings that were begun and not ended, the newest first. */
export function runsUnderWay(db: Db): BenchRun[] {
  return openRuns(db).map((run): BenchRun => {
    const piece = pieceById(db, run.pieceId)!;
    const yarn = yarnView(db, piece.yarnId)!;
    const plan = runPlan.parse(JSON.parse(run.plan));
    const state = runState(eventsOf(db, run.id), plan.cakes.length);
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
