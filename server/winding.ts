import { z } from 'zod';
import { handlingOf } from '../core/fibre';

import { type Form, massOf } from '../core/piece';
import { type RunEvent, type RunState, runState, STAGES, STOP_REASONS, turnsOn, woundParts } from '../core/run';
import { PREPARE_STEPS, TAKE_OFF_STEPS } from '../core/run';
import { swiftSetting } from '../core/swift';
import type { UnitSystem } from '../core/units';
import { parseLoopM } from '../core/hankLoop';
import { InputError } from '../core/inputError';
import { placeAlongM, windingPlan } from '../core/windingPlan';
import type { Db } from '../db/connection';
import { insertOperation, insertPart, operationByRequest } from '../db/operations';
import { insertMark, insertPiece, pieceById, setLoop } from '../db/pieces';
import {
  endRun,
  eventsOf,
  insertEvent,
  insertRun,
  lastSeqs,
  openRunOfPiece,
  runById,
  type RunRow,
  setHolder,
} from '../db/runs';
import { bench } from './bench';
import { longText, quantity, read, readOptional, requestKey } from './fields';
import { attempt, NotPossible, type Saved } from './result';
import type { RunMessage } from './runRequests';
import { type RunPlan, runPlan } from './runPlan';
import { nextLabel } from './yarns';
import { massFactOf, yarnView } from './yarnViews';
import { weighedMass, weighingFields } from './weighing';
import { fromMg, fromMm, toMg, toMm } from './whole';

function startForm(system: UnitSystem) {
  return z.strictObject({
    winderId: z.int(),
    /** Null: held by hands, not on a swift. */
    swiftId: z.int().nullable(),
    loop: readOptional((typed) => parseLoopM(typed, system, '')),
    densityGPerCm3: z.number().min(0.05).max(1),
    cakes: z.int().min(1).max(99),
  });
}
export type StartForm = z.input<ReturnType<typeof startForm>>;

/** Begins a run on a piece, with the plan's figures set down as they are now. Goes on with the open run if there is one. */
export function startRun(db: Db, pieceId: number, input: unknown, system: UnitSystem, now: Date): Saved {
  return attempt(startForm(system), input, (form) =>
    db
      .transaction(() => {
        const open = openRunOfPiece(db, pieceId);
        if (open) return open.id;
        if (form.loop !== null) setLoop(db, pieceId, toMm(form.loop));
        const plan = planOf(db, pieceId, form);
        return insertRun(db, { pieceId, plan: JSON.stringify(plan), startedAt: now.toISOString() });
      })
      .immediate(),
  );
}

function planOf(db: Db, pieceId: number, form: z.output<ReturnType<typeof startForm>>): RunPlan {
  const piece = pieceById(db, pieceId);
  const fact = piece && massFactOf(piece);
  if (!piece || piece.consumedBy !== null) throw new NotPossible('this piece is not there any more');
  const yarn = yarnView(db, piece.yarnId)!;
  if (!fact || !yarn.grist) throw new NotPossible('its mass and its length must be known before it can be planned');
  const tools = bench(db);
  const winder = tools.winders.find(({ id }) => id === form.winderId);
  if (!winder) throw new NotPossible('this winder is not on the bench');
  const swift = tools.swifts.find(({ id }) => id === form.swiftId) ?? null;
  const loopM = piece.loopMm === null ? null : fromMm(piece.loopMm);
  const { mean, sd } = yarn.grist;
  const plan = windingPlan({
    massG: massOf(fact),
    grist: { mean, sd },
    winder,
    densityGPerCm3: form.densityGPerCm3,
    cakes: form.cakes,
  });
  return {
    mass: fact,
    gristMPerG: mean,
    gristSdMPerG: sd,
    winder: {
      name: winder.name,
      coreDiameterMm: winder.coreDiameterMm,
      heightMm: winder.heightMm,
      maxDiameterMm: winder.maxDiameterMm,
      maxMassG: winder.maxMassG,
      spindleTurnsPerCrank: winder.spindleTurnsPerCrank,
      crossingAngleDeg: winder.crossingAngleDeg,
    },
    swift: swift && {
      name: swift.name,
      kind: swift.kind,
      setting: loopM === null ? null : swiftSetting({ ...swift, hankLoopM: loopM }),
    },
    densityGPerCm3: form.densityGPerCm3,
    handling: handlingOf(yarn.fibres),
    cakes: plan.cakes,
  };
}

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
      z.strictObject({ ...eventBase, kind: z.literal('knot'), atTurn }),
      z.strictObject({ ...eventBase, kind: z.literal('unknot') }),
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
      const cakes = planOfRun(run.plan).cakes.length;
      message.events.forEach((event, i) => {
        if (event.part >= cakes) throw new InputError('the plan has no such cake', `events.${i}.part`);
        insertEvent(db, runId, event);
      });
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

function stateOf(db: Db, run: RunRow): RunState {
  return runState(eventsOf(db, run.id), planOfRun(run.plan).cakes.length);
}

function planOfRun(plan: string): RunPlan {
  return runPlan.parse(JSON.parse(plan));
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
    plan: planOfRun(run.plan),
    state: stateOf(db, run),
    arrived: lastSeqs(db, runId),
    ended: run.endedAt === null ? null : { operationId: run.operationId },
  };
}

function logForm(system: UnitSystem) {
  return z.strictObject({
    requestKey,
    /** The mass of each cake that was wound, in the order of winding. */
    masses: z
      .array(read(quantity('mass', system)))
      .min(1, 'weigh at least one cake')
      .max(99),
    ...weighingFields(system),
    /** What is left of the hank, unwound. */
    rest: readOptional(quantity('mass', system)),
    /** What was cut off and thrown away. */
    waste: readOptional(quantity('mass', system)),
    note: longText,
  });
}
export type LogForm = z.input<ReturnType<typeof logForm>>;

/** Logs a run: its piece becomes the cakes that were weighed, its knots are kept at their places, and the run ends. */
export function logRun(db: Db, runId: number, input: unknown, system: UnitSystem, now: Date): Saved {
  return attempt(logForm(system), input, (form) =>
    db
      .transaction(() => {
        const before = operationByRequest(db, form.requestKey);
        if (before) return before.id;
        const run = runById(db, runId);
        if (!run || run.endedAt !== null) throw new NotPossible('this winding is logged already');
        const piece = pieceById(db, run.pieceId);
        if (!piece || piece.consumedBy !== null) throw new NotPossible('the piece is not there any more');
        const plan = planOfRun(run.plan);
        const state = stateOf(db, run);
        const wound = woundParts(state);
        if (form.masses.length !== wound.length) throw new NotPossible(`${wound.length} cakes were wound; weigh each`);
        const operationId = insertOperation(db, {
          kind: 'wind',
          at: now.toISOString(),
          note: form.note,
          wasteMg: form.waste === null ? 0 : toMg(form.waste),
          requestKey: form.requestKey,
        });
        insertPart(db, {
          operationId,
          pieceId: piece.id,
          side: 'in',
          massMg: piece.massMg,
          massFrom: piece.massFrom,
          tareMg: piece.tareMg ?? 0,
          resolutionMg: piece.resolutionMg,
          humidityPercent: piece.humidityPercent,
        });
        wound.forEach((part, i) => {
          const mass = weighedMass(form.masses[i]!, form, `masses.${i}`);
          const pieceId = insertPiece(db, {
            yarnId: piece.yarnId,
            form: 'cake',
            label: nextLabel(db, piece.yarnId, 'cake'),
            loopMm: null,
            bornBy: operationId,
          });
          insertPart(db, { operationId, pieceId, side: 'out', ...mass });
          const lengthM = fromMg(mass.massMg) * plan.gristMPerG;
          const shape = { ...plan.winder, densityGPerCm3: plan.densityGPerCm3, gristMPerG: plan.gristMPerG };
          for (const knot of state.knots.filter((knot) => knot.part === part))
            insertMark(db, operationId, {
              pieceId,
              kind: 'knot',
              atMm: toMm(placeAlongM(shape, knot.atTurn, turnsOn(state, part), lengthM)),
            });
        });
        if (form.rest !== null) {
          const pieceId = insertPiece(db, {
            yarnId: piece.yarnId,
            form: piece.form,
            label: nextLabel(db, piece.yarnId, piece.form),
            loopMm: piece.loopMm,
            bornBy: operationId,
          });
          insertPart(db, { operationId, pieceId, side: 'out', ...weighedMass(form.rest, form, 'rest') });
        }
        endRun(db, runId, now.toISOString(), operationId);
        return operationId;
      })
      .immediate(),
  );
}

/** Gives a run up: the piece stays as it was, the counts stay in the record. */
export function giveUpRun(db: Db, runId: number, now: Date): Saved {
  return attempt(z.null(), null, () =>
    db
      .transaction(() => {
        if (runById(db, runId)?.endedAt !== null) throw new NotPossible('this winding is logged already');
        endRun(db, runId, now.toISOString(), null);
        return runId;
      })
      .immediate(),
  );
}
