import { z } from 'zod';
import { InputError } from '../../core/common/inputError';
import type { PieceForm } from '../../core/yarn/piece';
import type { SyncedRun, RunMessage, RunNews } from '../../core/common/runSync';
import {
  afterEvent,
  COUNTING_DEVICES,
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
import { pieceById } from '../../db/yarn/pieces';
import {
  type Fold,
  insertEvent,
  type KeptEvent,
  lastSeqs,
  runById,
  type RunRow,
  setLease,
  saveCheckpoint,
  stateOfRun,
} from '../../db/winding/runs';
import { eventBase } from '../common/eventBase';
import { readPlan, type RunPlan } from './runPlan';
import { windingWays } from '../yarn/strandWays';
import { yarnView, type YarnView } from '../yarn/yarnViews';
import { labelsToCome } from '../yarn/yarns';

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

export function windingFold(plan: string): Fold<RunState, RunEvent> {
  const parts = readPlan(plan).cakes.length;
  return { parts, start: newRun(parts), after: afterEvent };
}

/** A screen that has not been heard of for so long has been closed, or lost its way here. */
const LEASE_EXPIRES_AFTER_MS = 12_000;

/**
 * Keeps the events that a screen sends, each once, whoever holds the run: a count that was made is never refused.
 * With `claim`, the screen also asks to be the one that counts, which it is given if no other is at it, or by `force`.
 *
 * @param fold what the events are folded by; those of a run of this kind
 * @throws InputError where an event is of a part that the plan does not have; nothing is kept then
 */
export function syncRun<State, Event extends KeptEvent>(
  db: Db,
  runId: number,
  message: RunMessage<Event>,
  now: Date,
  fold: (plan: string) => Fold<State, Event>,
): RunNews<State> | undefined {
  return db
    .transaction(() => {
      const run = runById(db, runId);
      if (!run) return undefined;
      const folding = fold(run.plan);
      message.events.forEach((event, i) => {
        if (event.part >= folding.parts) throw new InputError('the plan has no such part', `events.${i}.part`);
        insertEvent(db, runId, event);
      });
      if (message.events.length > 0) saveCheckpoint(db, runId, folding);
      const nowMs = now.getTime();
      // A clock that was set back must not keep a run locked, so "seen" may not lie in the future either.
      const heard = run.leaseSeenMs !== null && Math.abs(nowMs - run.leaseSeenMs) < LEASE_EXPIRES_AFTER_MS;
      let leaseOwner = heard ? run.leaseOwner : null;
      if (leaseOwner !== null && leaseOwner === message.formerly) leaseOwner = message.writer;
      if (
        message.claim === 'force' ||
        (message.claim === 'ask' && (leaseOwner === null || leaseOwner === message.writer))
      ) {
        leaseOwner = message.writer;
        setLease(db, runId, leaseOwner, nowMs);
      } else if (message.claim === 'release' && leaseOwner === message.writer) {
        leaseOwner = null;
        setLease(db, runId, null, null);
      }
      return {
        ...(message.wantState && { state: stateOfRun(db, runId, folding) }),
        arrived: lastSeqs(db, runId),
        ended: run.endedAt === null ? null : { operationId: run.operationId },
        leaseOwner:
          leaseOwner === null
            ? ('nobody' as const)
            : leaseOwner === message.writer
              ? ('you' as const)
              : ('another' as const),
      };
    })
    .immediate();
}

/** Where a run stands now. */
export function stateOf(db: Db, run: RunRow): RunState {
  return stateOfRun(db, run.id, windingFold(run.plan));
}

/** What a run is of, whatever is done in it. */
export interface RunFrame extends Omit<SyncedRun<unknown>, 'state'> {
  startedAt: string;
  pieceId: number;
  pieceLabel: string;
  form: PieceForm;
  yarnId: number;
  yarnName: string;
  colourHex: string;
}

/** Undefined where there is no such run of this kind. */
export function runFrame(
  db: Db,
  runId: number,
  kind: RunRow['kind'],
): { run: RunRow; yarn: YarnView; frame: RunFrame } | undefined {
  const run = runById(db, runId);
  const piece = run && pieceById(db, run.pieceId);
  if (run?.kind !== kind || !piece) return undefined;
  const yarn = yarnView(db, piece.yarnId)!;
  const frame: RunFrame = {
    id: run.id,
    startedAt: run.startedAt,
    pieceId: piece.id,
    pieceLabel: piece.label,
    form: piece.form,
    yarnId: yarn.id,
    yarnName: yarn.name,
    colourHex: yarn.colourHex,
    arrived: lastSeqs(db, runId),
    ended: run.endedAt === null ? null : { operationId: run.operationId },
  };
  return { run, yarn, frame };
}

/** Everything that the screen of a winding starts from. */
export interface RunPage extends RunFrame, SyncedRun<RunState> {
  plan: RunPlan;
  /** What each cake will be called: here, in the log and on its slip. */
  labels: string[];
  /** How the strand will have left and been laid, most likely. */
  ways: ReturnType<typeof windingWays>;
}

export function runPage(db: Db, runId: number): RunPage | undefined {
  const found = runFrame(db, runId, 'wind');
  if (!found) return undefined;
  const { run, frame } = found;
  const plan = readPlan(run.plan);
  const labels = labelsToCome(db, frame.yarnId, plan.cakes.map(formMade));
  return { ...frame, plan, labels, state: stateOf(db, run), ways: windingWays(db, { ...frame, plan }) };
}

/** What a cake of a plan becomes: on a winder a cake, in the hand a ball. */
export const formMade = ({ tool }: RunPlan['cakes'][number]): 'cake' | 'ball' =>
  tool.onto === 'winder' ? 'cake' : 'ball';
