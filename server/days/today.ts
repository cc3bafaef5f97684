import { addDays, dayOf, daysBetween } from '../../core/days/days';
import { isLate } from '../../core/days/schedule';
import type { KnittingLine } from '../../core/projects/rowForecast';
import type { RunUnderWay } from '../../core/logbook/runUnderWay';
import { loopsOn, nextMini } from '../../core/minis/miniRun';
import { correctedCakes } from '../../core/winding/nextCake';
import { countOf } from '../../core/winding/run';
import type { Db } from '../../db/common/connection';
import { pieceById } from '../../db/yarn/pieces';
import { projectsUnderWay } from '../../db/projects/projects';
import { openRuns, type RunRow } from '../../db/winding/runs';
import { countShelf } from '../../db/yarn/shelf';
import { yarnsById } from '../../db/yarn/yarns';
import { type TaskCard, taskCards } from './daysPage';
import { latestOperations, type LogLine } from '../logbook/logbook';
import { miniStateOf } from '../minis/miniRunEvents';
import { readMiniRunPlan } from '../minis/miniRunPlan';
import { readPlan } from '../winding/runPlan';
import { onNeedles } from '../projects/knitting';
import { type ProjectLine, projectsPage } from '../projects/projects';
import { type ShelfCard, waitingOnShelf } from '../yarn/shelf';
import { formMade, stateOf } from '../winding/runEvents';
import { type PendingCare, pendingCare } from './pendingCare';
import { labelsToCome } from '../yarn/yarns';
import { nameOfYarn, yarnView } from '../yarn/yarnViews';
import { asDyed } from '../yarn/colourways';

/** What is on the bench, and since when. */
export type BenchRun = RunUnderWay & { startedAt: string };

export interface Today {
  runs: BenchRun[];
  /** What is knitted and weighed meanwhile, the latest begun first. */
  needles: KnittingLine[];
  /** The newest yarns that still have hanks, and how many such yarns there are. */
  hanks: ShelfCard[];
  hankYarns: number;
  /** Projects that what there is does not surely reach for. */
  short: ProjectLine[];
  /** What rests, dries, or is to be washed or measured. */
  pendingCare: PendingCare[];
  /** What is to be done today, confirmed or proposed, and what was missed. */
  tasks: TaskCard[];
  /** What is due within two weeks: projects, and tasks that would be late. */
  due: { href: string; name: string; what: 'due' | 'cast on'; day: string; inDays: number }[];
  late: number;
  recent: LogLine[];
  yarns: number;
}

const MOST_HANKS_SHOWN = 6;

export function today(db: Db, now: Date): Today {
  const { cards, total } = waitingOnShelf(db, MOST_HANKS_SHOWN);
  return {
    runs: runsUnderWay(db),
    needles: onNeedles(db),
    hanks: cards,
    hankYarns: total,
    pendingCare: pendingCare(db, now),
    ...plannedOf(db, now),
    recent: latestOperations(db, 6),
    short: projectsPage(db).underWay.filter(({ verdict }) => verdict !== 'enough' && verdict !== null),
    yarns: countShelf(db),
  };
}

const DUE_WITHIN_DAYS = 14;

function plannedOf(db: Db, now: Date): Pick<Today, 'tasks' | 'due' | 'late'> {
  const day = dayOf(now);
  const tasks = taskCards(db, now);
  const until = addDays(day, DUE_WITHIN_DAYS);
  const dates = projectsUnderWay(db).flatMap(({ id, name, castOn, dueOn }) => [
    ...(castOn ? [{ href: `/projects/${id}`, name, what: 'cast on' as const, day: castOn }] : []),
    ...(dueOn ? [{ href: `/projects/${id}`, name, what: 'due' as const, day: dueOn }] : []),
  ]);
  return {
    tasks: tasks.filter(({ doneOn, missed, on }) => doneOn === null && (missed || on === day)),
    due: dates
      // A cast-on that has passed is no news; what is overdue is.
      .filter((each) => each.day <= until && (each.day >= day || each.what === 'due'))
      .map((each) => ({ ...each, inDays: daysBetween(day, each.day) }))
      .sort((a, b) => a.day.localeCompare(b.day)),
    late: tasks.filter(isLate).length,
  };
}

/** A run that was begun and not ended, as little of it as the way there needs. */
export interface OnBench {
  href: string;
  yarnName: string;
  colourHex: string;
  label: string;
}

/** What is on the bench, the newest first. */
export function onBench(db: Db): OnBench[] {
  return openRuns(db).map(({ id, kind, pieceId }) => {
    const piece = pieceById(db, pieceId)!;
    const [row] = yarnsById(db, [piece.yarnId]);
    const yarn = asDyed(db, row!);
    return {
      href: `/${kind === 'wind' ? 'winding' : 'minis'}/run/${id}`,
      yarnName: nameOfYarn(yarn),
      colourHex: yarn.colourHex,
      label: piece.label,
    };
  });
}

/** What was begun and not ended, the newest first. */
export function runsUnderWay(db: Db): BenchRun[] {
  return openRuns(db).map((run): BenchRun => {
    const piece = pieceById(db, run.pieceId)!;
    const yarn = yarnView(db, piece.yarnId)!;
    const { id, startedAt } = run;
    const about = { id, startedAt, yarnName: yarn.name, colourHex: yarn.colourHex, pieceLabel: piece.label };
    return { ...about, ...(run.kind === 'minis' ? countingNow(db, run) : windingNow(db, run, yarn.id)) };
  });
}

function windingNow(db: Db, run: RunRow, yarnId: number) {
  const plan = readPlan(run.plan);
  const state = stateOf(db, run);
  const { part } = state;
  const { crankTurns, tool } = correctedCakes(plan, state)[part]!;
  return {
    kind: 'wind' as const,
    stage: state.stage,
    label: labelsToCome(db, yarnId, plan.cakes.map(formMade))[part]!,
    part,
    parts: plan.cakes.length,
    counted: countOf(state, part),
    toCount: Math.round(crankTurns.mean),
    tool: { onto: tool.onto, name: tool.name },
    massG: plan.mass.massG,
    stopped: state.stopped?.reason ?? null,
  };
}

function countingNow(db: Db, run: RunRow) {
  const plan = readMiniRunPlan(run.plan);
  const state = miniStateOf(db, run);
  return {
    kind: 'minis' as const,
    stage: state.stage,
    part: state.part,
    parts: plan.minis.length,
    counted: loopsOn(state, state.part),
    toCount: nextMini(plan, state, plan.parent).loops,
    massG: plan.parent.massG,
    stopped: state.pausedSinceMs === null ? null : 'a pause',
  };
}
