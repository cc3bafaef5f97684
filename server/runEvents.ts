import { z } from 'zod';
import { InputError } from '../core/inputError';
import type { Form } from '../core/piece';
import {
  COUNTING_DEVICES,
  MARK_KINDS,
  PREPARE_STEPS,
  type RunEvent,
  type RunState,
  STAGES,
  STOP_REASONS,
  TAKE_OFF_STEPS,
} from '../core/run';
import type { Db } from '../db/connection';
import { pieceById } from '../db/pieces';
import { insertEvent, lastSeqs, runById, type RunRow, setHolder, setStateDown, stateOfRun } from '../db/runs';
import type { RunMessage } from './runRequests';
import { readPlan, type RunPlan } from './runPlan';
import { yarnView } from './yarnViews';

const eventBase = {
  key: z.string().regex(/^[\w-]{4,60}:[1-9]\d{0,8}$/),
  atMs: z.int().nonnegative(),
  part: z.int().min(0).max(98),
};
const atTurn = z.int().min(0).max(10_000_000);

export const runEvents = z
  .array(
    z.discriminatedUnion('kind', [
      z.strictObject({
        ...eventBase,
        kind: z.literal('tick'),
        step: z.enum([...PREPARE_STEPS, ...TAKE_OFF_STEPS]),
        done: z.boolean(),
      }),
      z.strictObject({ ...eventBase, kind: z.literal('stage'), stage: z.enum(STAGES) }),
      z.strictObject({ ...eventBase, kind: z.literal('turns'), amount: z.int().min(-100_000).max(100_000) }),
      z.strictObject({ ...eventBase, kind: z.literal('stop'), reason: z.enum(STOP_REASONS), atTurn }),
      z.strictObject({ ...eventBase, kind: z.literal('resume') }),
      z.strictObject({ ...eventBase, kind: z.literal('mark'), mark: z.enum(MARK_KINDS), atTurn }),
      z.strictObject({ ...eventBase, kind: z.literal('unmark') }),
      z.strictObject({ ...eventBase, kind: z.literal('hand over'), who: z.string().trim().min(1).max(60), atTurn }),
      z.strictObject({
        ...eventBase,
        kind: z.literal('reading'),
        device: z.enum(COUNTING_DEVICES),
        session: z.string().min(1).max(60),
        total: z.number().min(0).max(10_000_000),
        drives: z.boolean(),
      }),
      z.strictObject({ ...eventBase, kind: z.literal('turns at least'), turns: z.number().min(0).max(10_000_000) }),
    ]),
  )
  .max(5000) satisfies z.ZodType<RunEvent[]>;

/** What a screen that follows a run is told each time it asks or sends. */
export interface RunNews {
  /** Only where it was asked for: a screen that counts knows its own. */
  state?: RunState;
  /** The last event that has arrived from each screen. */
  arrived: Record<string, number>;
  holder: 'you' | 'another' | 'nobody';
  /** Set once the run is logged or given up. */
  ended: { operationId: number | null } | null;
}

/** A screen that has not been heard of for so long has been closed, or lost its way here. */
const HOLDER_GONE_AFTER_MS = 12_000;

/**
 * Keeps the events that a screen sends, each once, whoever holds the run: a count that was made is never refused.
 *
 * @throws InputError where an event is of a cake that the plan does not have; nothing is kept then
 * With `claim`, the screen also asks to be the one that counts, which it is given if no other is at it, or by `force`.
 */
export function followRun(db: Db, runId: number, message: RunMessage, now: Date): RunNews | undefined {
  return db
    .transaction(() => {
      const run = runById(db, runId);
      if (!run) return undefined;
      const cakes = readPlan(run.plan).cakes.length;
      message.events.forEach((event, i) => {
        if (event.part >= cakes) throw new InputError('the plan has no such cake', `events.${i}.part`);
        insertEvent(db, runId, event);
      });
      if (message.events.length > 0) setStateDown(db, runId, cakes);
      const nowMs = now.getTime();
      // A clock that was set back must not keep a run locked, so "seen" may not lie in the future either.
      const heard = run.holderSeenMs !== null && Math.abs(nowMs - run.holderSeenMs) < HOLDER_GONE_AFTER_MS;
      let holder = heard ? run.holder : null;
      if (holder !== null && holder === message.formerly) holder = message.writer;
      if (message.claim === 'force' || (message.claim === 'ask' && (holder === null || holder === message.writer))) {
        holder = message.writer;
        setHolder(db, runId, holder, nowMs);
      } else if (message.claim === 'release' && holder === message.writer) {
        holder = null;
        setHolder(db, runId, null, null);
      }
      return {
        ...(message.wantState && { state: stateOf(db, run) }),
        arrived: lastSeqs(db, runId),
        ended: run.endedAt === null ? null : { operationId: run.operationId },
        holder:
          holder === null ? ('nobody' as const) : holder === message.writer ? ('you' as const) : ('another' as const),
      };
    })
    .immediate();
}

/** Where a run stands now. */
export function stateOf(db: Db, run: RunRow): RunState {
  return stateOfRun(db, run.id, readPlan(run.plan).cakes.length);
}

/** Everything that the screen of a run starts from. */
export interface RunPage {
  id: number;
  startedAt: string;
  pieceId: number;
  pieceLabel: string;
  form: Form;
  yarnId: number;
  yarnName: string;
  colourHex: string;
  plan: RunPlan;
  state: RunState;
  arrived: Record<string, number>;
  ended: { operationId: number | null } | null;
}

export function runPage(db: Db, runId: number): RunPage | undefined {
  const run = runById(db, runId);
  const piece = run && pieceById(db, run.pieceId);
  if (!run || !piece) return undefined;
  const yarn = yarnView(db, piece.yarnId)!;
  return {
    id: run.id,
    startedAt: run.startedAt,
    pieceId: piece.id,
    pieceLabel: piece.label,
    form: piece.form,
    yarnId: yarn.id,
    yarnName: yarn.name,
    colourHex: yarn.colourHex,
    plan: readPlan(run.plan),
    state: stateOf(db, run),
    arrived: lastSeqs(db, runId),
    ended: run.endedAt === null ? null : { operationId: run.operationId },
  };
}
