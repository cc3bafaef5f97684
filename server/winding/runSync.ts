import type { z } from 'zod';
import { InputError } from '../../core/common/inputError';
import type { RunMessage, RunNews, SyncedRun } from '../../core/common/runSync';
import type { PieceForm } from '../../core/yarn/piece';
import type { Db } from '../../db/common/connection';
import {
  type Fold,
  insertEvent,
  type KeptEvent,
  lastSeqs,
  runById,
  type RunRow,
  saveCheckpoint,
  setLease,
  stateOfRun,
} from '../../db/winding/runs';
import { pieceById, type PieceRow } from '../../db/yarn/pieces';
import { yarnView, type YarnView } from '../yarn/yarnViews';

/** A screen that has not been heard of for so long has been closed, or lost its way here. */
const LEASE_EXPIRES_AFTER_MS = 12_000;

/** What the runs of one kind are made of. */
export interface RunKind<State, Event extends KeptEvent> {
  /** Reads the events that a screen sends. */
  events: z.ZodType<Event[]>;
  /** How the state of a run with this plan follows from its events. */
  fold: (plan: string) => Fold<State, Event>;
}

/**
 * Keeps the events that a screen sends, each once, whoever holds the run: a count that was made is never refused.
 * With `claim`, the screen also asks to be the one that counts, which it is given if no other is at it, or by `force`.
 *
 * @throws InputError where an event is of a part that the plan does not have; nothing is kept then
 */
export function syncRun<State, Event extends KeptEvent>(
  db: Db,
  run: RunRow,
  message: RunMessage<NoInfer<Event>>,
  now: Date,
  kind: RunKind<State, Event>,
): RunNews<State> {
  const { id } = run;
  const fold = kind.fold(run.plan);
  return db
    .transaction(() => {
      message.events.forEach((event, i) => {
        if (event.part >= fold.parts) throw new InputError('the plan has no such part', `events.${i}.part`);
        insertEvent(db, id, event);
      });
      if (message.events.length > 0) saveCheckpoint(db, id, fold);
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
        setLease(db, id, leaseOwner, nowMs);
      } else if (message.claim === 'release' && leaseOwner === message.writer) {
        leaseOwner = null;
        setLease(db, id, null, null);
      }
      return {
        ...(message.wantState && { state: stateOfRun(db, id, fold) }),
        arrived: lastSeqs(db, id),
        ended: run.endedAt === null ? null : { operationId: run.operationId },
        nowMs,
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
): { run: RunRow; piece: PieceRow; yarn: YarnView; frame: RunFrame } | undefined {
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
  return { run, piece, yarn, frame };
}
