import type { Highs } from 'highs';
import { readMinis } from '../../core/minis/miniPlan';
import type { MiniEvent, NewMiniEvent } from '../../core/minis/miniRun';
import type { Db } from '../../db/common/connection';
import { minisWanted } from '../../solver/minisWanted';
import { reels } from '../../server/bench/bench';
import type { MiniPlanForm } from '../../server/minis/miniPlans';
import { miniYarns, yarnsOfPieces } from '../../server/minis/miniParents';
import type { MiniLogForm } from '../../server/minis/miniRuns';
import { answerRun } from '../../server/logbook/runKinds';
import { aKey, NOW } from './serverTesting';

/** What the tests of minis share, and the demo's minis with them. */

type Asked = MiniPlanForm['asked'];

export function sizeValues(values: Partial<Asked['sizes'][number]> = {}): Asked['sizes'][number] {
  return { id: 'mini', name: '', yarnId: '', amount: '12 g', tolerance: '0.5 g', count: '', priority: 1, ...values };
}

export function askedValues(values: Partial<Asked> = {}): Asked {
  return {
    sizes: [sizeValues()],
    kits: false,
    kitCount: '',
    oneKnot: false,
    next: 'dye',
    tiesOfOwn: true,
    ends: '20 cm',
    reelId: 2,
    pieceIds: [],
    ...values,
  };
}

/** For the proof, so that the demo and the tests have the same plans on a machine that is slow just then. */
export const LONG_ENOUGH_S = 600;

/** The plan as the screen's worker makes it. */
export function plannedMinis(highs: Highs, db: Db, asked: Asked): Pick<MiniPlanForm, 'counts' | 'proven'> {
  const yarns = miniYarns(db, yarnsOfPieces(db, asked.pieceIds));
  const parents = asked.pieceIds.flatMap(
    (id) => yarns.flatMap((yarn) => yarn.parents).find(({ pieceId }) => pieceId === id)?.parent ?? [],
  );
  const strandsMm = new Map(yarns.map(({ id, strandMm }) => [id, strandMm]));
  const reel = reels(db).find(({ id }) => id === asked.reelId)!;
  const answer = minisWanted(highs, readMinis(asked, parents, strandsMm, reel, 'metric').wanted, LONG_ENOUGH_S);
  let segment = 0;
  return {
    counts: answer.parents.map(({ segmentsG }) => segmentsG.map(() => [...answer.plan.counts[segment++]!])),
    proven: { ...answer.plan.proven, mostG: answer.plan.mostG, byHand: false },
  };
}

/** A whole plan, ready to be kept. */
export function miniPlanValues(
  highs: Highs,
  db: Db,
  asked: Partial<Asked>,
  more: Partial<MiniPlanForm> = {},
): MiniPlanForm {
  const whole = askedValues(asked);
  return { requestKey: aKey(), name: 'Tests', asked: whole, ...plannedMinis(highs, db, whole), ...more };
}

let seq = 0;

/** Sends what happened in a session, as its screen does. */
export function miniScreenSends(db: Db, runId: number, newEvents: readonly NewMiniEvent[], atMs = NOW.getTime()) {
  const events = newEvents.map((newEvent): MiniEvent => ({
    ...newEvent,
    writer: 'mini-screen',
    seq: ++seq,
    atMs: atMs + seq * 1000,
  }));
  return answerRun(db, String(runId), JSON.stringify({ writer: 'mini-screen', events, wantState: true }), NOW);
}

/** One mini counted and cut; and weighed, where its mass is given. */
export function miniMade(part: number, loops: number, massG: number | null): NewMiniEvent[] {
  return [
    { kind: 'stage', part, stage: 'count' },
    { kind: 'loops', part, amount: loops },
    { kind: 'stage', part, stage: 'weigh' },
    ...(massG === null ? [] : [{ kind: 'weigh' as const, part, massG, resolutionG: 0.1, odd: false }]),
  ];
}

export function miniLogValues(left: MiniLogForm['left'], values: Partial<MiniLogForm> = {}): MiniLogForm {
  return {
    requestKey: aKey(),
    left,
    endsMass: '',
    ties: '',
    tare: '',
    humidity: '',
    scaleResolutionG: 0.1,
    note: '',
    leaving: '',
    laid: '',
    ...values,
  };
}
