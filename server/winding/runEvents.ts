import { z } from 'zod';
import type { SyncedRun } from '../../core/common/runSync';
import {
  afterEvent,
  COUNTING_DEVICES,
  madeOn,
  MARK_KINDS,
  newRun,
  PREPARE_STEPS,
  type RunEvent,
  type RunState,
  STAGES,
  STOP_REASONS,
  TAKE_OFF_STEPS,
} from '../../core/winding/run';
import type { Db } from '../../db/common/connection';
import { type RunRow, stateOfRun } from '../../db/winding/runs';
import { eventBase, eventsOf, troubleReport } from '../common/eventBase';
import { fromMm } from '../common/storageUnits';
import { type RunFrame, runFrame, type RunKind } from './runSync';
import { readPlan, type RunPlan } from './runPlan';
import { spindleTurning, windingWays } from '../yarn/strandWays';
import { colourHex } from '../common/fields';
import { labelsToCome } from '../yarn/yarns';

const atTurn = z.int().min(0).max(10_000_000);

const runEvents = eventsOf<RunEvent>(
  z.discriminatedUnion('kind', [
    z.strictObject({
      ...eventBase,
      kind: z.literal('tick'),
      step: z.enum([...PREPARE_STEPS, ...TAKE_OFF_STEPS]),
      done: z.boolean(),
    }),
    z.strictObject({ ...eventBase, kind: z.literal('stage'), stage: z.enum(STAGES) }),
    z.strictObject({
      ...eventBase,
      kind: z.literal('turns'),
      amount: z.int().min(-100_000).max(100_000),
      by: z.literal('pace').optional(),
    }),
    z.strictObject({ ...eventBase, kind: z.literal('stop'), reason: z.enum(STOP_REASONS), atTurn }),
    z.strictObject({ ...eventBase, kind: z.literal('resume') }),
    z.strictObject({
      ...eventBase,
      kind: z.literal('mark'),
      mark: z.enum(MARK_KINDS),
      atTurn,
      hex: colourHex.optional(),
    }),
    z.strictObject({ ...eventBase, kind: z.literal('unmark') }),
    z.strictObject({ ...eventBase, kind: z.literal('hand over'), who: z.string().trim().min(1).max(60), atTurn }),
    z.strictObject({ ...eventBase, kind: z.literal('weighed'), massG: z.number().min(0.1).max(100_000).nullable() }),
    z.strictObject({ ...eventBase, kind: z.literal('uncounted'), is: z.boolean() }),
    z.strictObject({ ...eventBase, kind: z.literal('trouble'), ...troubleReport, atTurn }),
    z.strictObject({
      ...eventBase,
      kind: z.literal('reading'),
      device: z.enum(COUNTING_DEVICES),
      session: z.string().min(1).max(60),
      total: z.number().min(0).max(10_000_000),
      drives: z.boolean(),
      byLength: z.literal(true).optional(),
    }),
    z.strictObject({ ...eventBase, kind: z.literal('turns at least'), turns: z.number().min(0).max(10_000_000) }),
  ]),
);

/** A piece is wound. */
export const WINDING: RunKind<RunState, RunEvent> = {
  events: runEvents,
  fold: (plan) => {
    const parts = readPlan(plan).cakes.length;
    return { parts, start: newRun(parts), after: afterEvent };
  },
};

/** Where a run stands now. */
export function stateOf(db: Db, run: RunRow): RunState {
  return stateOfRun(db, run.id, WINDING.fold(run.plan));
}

/** Everything that the screen of a winding starts from. */
export interface RunPage extends RunFrame, SyncedRun<RunState> {
  plan: RunPlan;
  /** What each cake will be called: here, in the log and on its slip. */
  labels: string[];
  /** How the strand will have left and been laid, most likely. */
  ways: ReturnType<typeof windingWays>;
  /** Which way round the spindle of each cake turns, where that is known. */
  turning: ReturnType<typeof spindleTurning>[];
  /** Once round the hank, where that is known and something turns that holds it. */
  roundM: number | null;
}

export function runPage(db: Db, runId: number): RunPage | undefined {
  const found = runFrame(db, runId, 'wind');
  if (!found) return undefined;
  const { run, piece, frame } = found;
  const plan = readPlan(run.plan);
  const labels = labelsToCome(db, frame.yarnId, plan.cakes.map(formMade));
  const turning = plan.cakes.map(({ tool }) => spindleTurning(db, tool));
  const loopMm = plan.swift && plan.swift.kind !== 'chairs' ? piece.loopMm : null;
  return {
    ...frame,
    plan,
    labels,
    state: stateOf(db, run),
    ways: windingWays(db, { ...frame, plan }),
    turning,
    roundM: loopMm ? fromMm(loopMm) : null,
  };
}

/** What a cake of a plan becomes. */
export const formMade = ({ tool }: RunPlan['cakes'][number]) => madeOn(tool.onto);
