import {
  type EstimateAnswer,
  type FullAnswer,
  howFull,
  howGood,
  type SnagAnswer,
  type TimeAnswer,
  type TroubleAnswer,
  whatHelped,
  whatSnags,
  whereTimeGoes,
  type WindingReport,
} from '../../core/logbook/benchAnswers';
import type { TimedWinding } from '../../core/days/taskMinutes';
import { turnsSeen } from '../../core/winding/run';
import { type Db, remembered } from '../../db/common/connection';
import { loggedRuns, type RunRow } from '../../db/winding/runs';
import { toolById } from '../../db/bench/bench';
import { lastTroubles } from '../../db/logbook/troubles';
import { woundAs } from '../../db/winding/woundCakes';
import { pieceById } from '../../db/yarn/pieces';
import { yarnById, yarnsById } from '../../db/yarn/yarns';
import { miniStateOf } from '../minis/miniRunEvents';
import { readMiniRunPlan } from '../minis/miniRunPlan';
import { loggedWinding } from '../winding/loggedWinding';
import { fromMm } from '../common/storageUnits';
import { RUN_KINDS } from './runKinds';
import { nameOfYarn } from '../yarn/yarnViews';
import { asDyed } from '../yarn/colourways';

/** What the windings of late say: where the time goes, what snags, how full cakes are, how good estimates are. */
export interface BenchAnswers {
  windings: number;
  /** The day of the oldest of them. */
  since: string | null;
  time: TimeAnswer | null;
  snags: SnagAnswer[];
  troubles: TroubleAnswer[];
  full: FullAnswer[];
  turns: EstimateAnswer | null;
  mass: EstimateAnswer | null;
}

/** Older ones are of another hand. */
const WINDINGS_REMEMBERED = 60;
const WINDINGS_TIMED = 12;

export function benchAnswers(db: Db): BenchAnswers {
  const runs = loggedRuns(db, 'wind', WINDINGS_REMEMBERED).reverse();
  const reported = runs.map((run) => reportOf(db, run));
  const cakes = reported.flatMap((winding) => winding.cakes);
  return {
    windings: reported.length,
    since: runs[0]?.endedAt ?? null,
    time: whereTimeGoes(reported),
    snags: whatSnags(reported),
    troubles: whatHelped([...reported, ...miniTroubles(db), ...pieceTroubles(db)]),
    full: howFull(reported),
    turns: howGood(cakes.map(({ plannedTurns, turns }) => ({ estimated: plannedTurns, was: turns }))),
    mass: howGood(cakes.map(({ plannedG, massG }) => ({ estimated: plannedG, was: massG }))),
  };
}

/** How long the windings of late took, before, during and after; read turn by turn, for Today, days and each task's form. */
export function timedWindings(db: Db): TimedWinding[] {
  return remembered(db, 'timed windings', null, () =>
    loggedRuns(db, 'wind', WINDINGS_TIMED).map((run) => {
      const { lengthM, story } = reportOf(db, run);
      const { turning, stopped, resting, preparing, finishing } = story.spentMs;
      return {
        lengthM,
        windingMin: (turning + stopped + resting) / 60_000,
        aboutMin: (preparing + finishing) / 60_000,
      };
    }),
  );
}

/** What went wrong while minis were counted of late. */
function miniTroubles(db: Db): Pick<WindingReport, 'yarn' | 'troubles'>[] {
  return loggedRuns(db, 'minis', WINDINGS_REMEMBERED)
    .reverse()
    .flatMap((run) => {
      const { troubles } = miniStateOf(db, run);
      if (troubles.length === 0) return [];
      const tool = readMiniRunPlan(run.plan).reel.name;
      return [{ yarn: yarnOf(db, run.pieceId), troubles: troubles.map((each) => ({ ...each, tool })) }];
    });
}

/** What went wrong away from a run; the tool is the one that the piece was wound on. */
function pieceTroubles(db: Db): Pick<WindingReport, 'yarn' | 'troubles'>[] {
  return lastTroubles(db, WINDINGS_REMEMBERED).map(({ pieceId, trouble, attempt, seconds, lostMm, sequel }) => {
    const report = { trouble, attempt, minutes: seconds / 60, lostM: fromMm(lostMm), then: sequel };
    return { yarn: yarnOf(db, pieceId), troubles: [{ ...report, tool: toolOf(db, pieceId) }] };
  });
}

function yarnOf(db: Db, pieceId: number): string {
  const yarn = yarnById(db, pieceById(db, pieceId)!.yarnId);
  return yarn ? nameOfYarn(asDyed(db, yarn)) : '';
}

function toolOf(db: Db, pieceId: number): string | null {
  const wound = woundAs(db, pieceId);
  if (!wound) return null;
  const { winderId, handFormId } = wound;
  const tool = winderId === null ? toolById(db, 'hand_form', handFormId!) : toolById(db, 'winder', winderId);
  return tool!.name;
}

function reportOf(db: Db, run: RunRow): WindingReport {
  const { plan, state, made, cakes: weighed } = loggedWinding(db, run);
  const [yarn] = yarnsById(
    db,
    made.slice(0, 1).map(({ yarnId }) => yarnId),
  );
  const cakes = weighed.map(({ part, planned, massG }) => ({
    tool: planned.tool.name,
    maxG: planned.tool.maxMassG,
    massG,
    plannedG: planned.massG,
    turns: turnsSeen(state, part),
    plannedTurns: Math.round(planned.crankTurns.mean),
  }));
  return {
    story: RUN_KINDS[run.kind].story(db, run),
    yarn: yarn ? nameOfYarn(asDyed(db, yarn)) : '',
    troubles: state.troubles.map((each) => ({ ...each, tool: plan.cakes[each.part]?.tool.name ?? null })),
    lengthM: cakes.reduce((sum, { massG }) => sum + massG, 0) * plan.gristMPerG,
    cakes,
  };
}
