import { z } from 'zod';
import { faultsAfter, FAULT_KINDS, type Fault, PACKAGE_ENDS, placeWithinM, reconciled } from '../core/faults';
import { handlingOf, kindOfYarn } from '../core/fibre';
import { parseLoopM } from '../core/hankLoop';
import { InputError } from '../core/inputError';
import { type Form, massOf } from '../core/piece';
import { type PiecePlan, planPiece } from '../core/piecePlan';
import {
  COUNTING_DEVICES,
  MARK_KINDS,
  PREPARE_STEPS,
  type RunEvent,
  type RunState,
  STAGES,
  STOP_REASONS,
  TAKE_OFF_STEPS,
  turnsOn,
  woundParts,
} from '../core/run';
import { counterLengthM } from '../core/lengthsTold';
import { endsOf } from '../core/schools';
import { parseSizeMm } from '../core/span';
import { readSplit, splitOfNext } from '../core/split';
import { swiftSetting } from '../core/swift';
import type { UnitSystem } from '../core/units';
import { placeAlongM } from '../core/windingPlan';
import type { Db } from '../db/connection';
import { insertOperation, insertPart, operationByRequest } from '../db/operations';
import { insertMark, insertPiece, pieceById, setLoop } from '../db/pieces';
import {
  endRun,
  insertEvent,
  insertRun,
  lastSeqs,
  openRunOfPiece,
  runById,
  type RunRow,
  setHolder,
  setStateDown,
  stateOfRun,
} from '../db/runs';
import { insertWoundCake } from '../db/woundCakes';
import { setWorkFrom } from '../db/yarns';
import { bench } from './bench';
import { longText, quantity, read, readOptional, requestKey, text } from './fields';
import { planTools, toolOfKey } from './planTools';
import { attempt, NotPossible, type Saved } from './result';
import type { RunMessage } from './runRequests';
import { readPlan, type RunPlan } from './runPlan';
import { schools } from './schools';
import { nextLabel } from './yarns';
import { massFactOf, type PieceView, pieceView, yarnView, type YarnView } from './yarnViews';
import { weighedMass, weighingFields } from './weighing';
import { fromMg, fromMm, toMg, toMm, toUm } from './whole';

const toolKey = z.string().regex(/^(winder|form) \d{1,9}$/);

const typedSplit = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('equal'), cakes: z.int().min(1).max(99) }),
  z.strictObject({ by: z.literal('size'), size: text }),
  z.strictObject({
    by: z.literal('pieces'),
    over: z.enum(['own cake', 'shared']),
    pieces: z
      .array(z.strictObject({ name: text, count: text, amount: text }))
      .min(1, 'say at least one piece')
      .max(40, 'at most 40 kinds of piece'),
  }),
]);

function startForm(system: UnitSystem) {
  return z.strictObject({
    toolKey,
    /** Another tool for single cakes, by their place in the plan. */
    toolOfPart: z.record(z.string().regex(/^\d{1,2}$/), toolKey),
    /** Null: held by hands, not on a swift. */
    swiftId: z.int().nullable(),
    loop: readOptional((typed) => parseLoopM(typed, system, '')),
    firmness: z.enum(['loose', 'usual', 'firm']),
    split: typedSplit,
    cutAtKnots: z.boolean(),
    twice: z.boolean(),
    fromEnd: z.enum(PACKAGE_ENDS),
    workFrom: z.enum(['centre', 'outside']),
    /** Other pieces of the yarn, to be wound in the same way after this one. */
    queue: z.array(z.int().positive()).max(99),
  });
}
export type StartForm = z.input<ReturnType<typeof startForm>>;
type Start = z.output<ReturnType<typeof startForm>>;

/** Begins a run on a piece, with the plan's figures set down as they are now. Goes on with the open run if there is one. */
export function startRun(
  db: Db,
  pieceId: number,
  input: unknown,
  system: UnitSystem,
  now: Date,
  /** Where the piece needs more equal cakes than were asked for, it gets them, without being asked again. */
  more: 'refused' | 'made' = 'refused',
): Saved {
  return attempt(startForm(system), input, (form) =>
    db
      .transaction(() => {
        const open = openRunOfPiece(db, pieceId);
        if (open) return open.id;
        if (form.loop !== null) setLoop(db, pieceId, toMm(form.loop));
        const { plan, yarnId } = planOf(db, pieceId, form, system, input as Record<string, unknown>, more);
        setWorkFrom(db, yarnId, form.workFrom);
        return insertRun(db, { pieceId, plan: JSON.stringify(plan), startedAt: now.toISOString() });
      })
      .immediate(),
  );
}

/**
 * Begins the next winding of a queue, as the one before was asked for; null where nothing is left to wind.
 *
 * It gets as many cakes as it needs, where it is heavier than the first.
 */
export function startNext(db: Db, runId: number, system: UnitSystem, now: Date): Saved {
  const run = runById(db, runId);
  const plan = run && readPlan(run.plan);
  const [next, ...queue] = plan ? stillToWind(db, plan) : [];
  if (!plan?.asked || next === undefined) return { ok: false, errors: { '': 'no other piece waits to be wound' } };
  const asked = plan.asked as unknown as StartForm;
  const loopMm = pieceById(db, next)?.loopMm;
  const loop = loopMm ? `${fromMm(loopMm)} m` : asked.loop;
  return startRun(
    db,
    next,
    { ...asked, split: splitOfNext(asked.split), toolOfPart: {}, queue, loop },
    system,
    now,
    'made',
  );
}

/** Those of a plan's queue that are still there and not being wound. */
export function stillToWind(db: Db, plan: RunPlan): number[] {
  return plan.queue.filter((id) => pieceById(db, id)?.consumedBy === null && !openRunOfPiece(db, id));
}

function planOf(
  db: Db,
  pieceId: number,
  form: Start,
  system: UnitSystem,
  asked: Record<string, unknown>,
  more: 'refused' | 'made',
): { plan: RunPlan; yarnId: number } {
  const row = pieceById(db, pieceId);
  const fact = row && massFactOf(row);
  if (!row || row.consumedBy !== null) throw new NotPossible('this piece is not there any more');
  const yarn = yarnView(db, row.yarnId)!;
  if (!fact || !yarn.grist) throw new NotPossible('its mass and its length must be known before it can be planned');
  if (!endsOf(row.form).includes(form.fromEnd))
    throw new InputError(`a ${row.form} does not give its yarn from the ${form.fromEnd} end`, 'fromEnd');
  for (const id of form.queue)
    if (pieceById(db, id)?.yarnId !== row.yarnId) throw new InputError('these are of another yarn', 'queue');
  const piece = pieceView(db, yarn, row);
  const tools = bench(db);
  const again = woundBefore(row.form);
  const swift = tools.swifts.find(({ id }) => id === form.swiftId) ?? null;
  const loopM = row.loopMm === null ? null : fromMm(row.loopMm);
  const planned = plannedPiece(yarn, piece, form, planTools(tools, kindOfYarn(yarn.fibres), again), system);
  if (more === 'refused' && form.split.by === 'equal' && form.split.cakes < planned.fewest)
    throw new InputError(`this much needs at least ${planned.fewest} cakes here`, 'split.cakes');
  if (planned.tooLarge.length > 0)
    throw new InputError(
      'some of these are more than their tool holds; take a larger one or make more cakes of them',
      'split',
    );
  const { ties, startingEnd, joinedEnds, slip } = schools(db);
  return {
    yarnId: row.yarnId,
    plan: {
      mass: fact,
      gristMPerG: yarn.grist.mean,
      gristSdMPerG: yarn.grist.sd,
      swift: swift && {
        name: swift.name,
        kind: swift.kind,
        setting: loopM === null ? null : swiftSetting({ ...swift, hankLoopM: loopM }),
      },
      handling: handlingOf(yarn.fibres),
      yarnKind: kindOfYarn(yarn.fibres),
      fromEnd: form.fromEnd,
      again,
      twice: form.twice,
      workFrom: form.workFrom,
      schools: { ties, startingEnd, joinedEnds, slip },
      faults: planned.faults,
      queue: form.queue,
      asked,
      cakes: planned.cakes.map((cake, i) => {
        const { density, secondsPerTurn, crankRatioSd, key, ...tool } = planned.tools[i]!;
        const { limitedBy: _by, fillPercent: _full, ...figures } = cake;
        return {
          ...figures,
          densityGPerCm3: density.mean,
          densitySd: density.sd,
          crankRatioSd,
          secondsPerTurn,
          tool: { ...tool, id: toolOfKey(key).id },
        };
      }),
    },
  };
}

/** What has been on a winder before comes out softer the second time. */
export function woundBefore(form: Form): boolean {
  return form === 'cake' || form === 'ball';
}

function plannedPiece(
  yarn: YarnView,
  piece: PieceView,
  form: Start,
  tools: Parameters<typeof planPiece>[2],
  system: UnitSystem,
): PiecePlan {
  const grist = { mean: yarn.grist!.mean, sd: yarn.grist!.sd };
  return planPiece(
    { massG: massOf(piece.mass!), grist, faults: piece.faults, fromEnd: form.fromEnd },
    { ...form, split: readSplit(form.split, grist.mean, system) },
    tools,
  );
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

const CAKE_BOUNDS_MM = { lowMm: 10, highMm: 500 };

function logForm(system: UnitSystem) {
  return z.strictObject({
    requestKey,
    /** The mass of each cake that was wound, in the order of winding. */
    masses: z
      .array(read(quantity('mass', system)))
      .min(1, 'weigh at least one cake')
      .max(99),
    ...weighingFields(system),
    /** How large each cake came out, measured across and in height; empty where nobody measured. */
    diameters: z.array(readOptional((typed) => parseSizeMm(typed, system, CAKE_BOUNDS_MM, ''))).max(99),
    heights: z.array(readOptional((typed) => parseSizeMm(typed, system, CAKE_BOUNDS_MM, ''))).max(99),
    /** What is left of the piece, unwound. */
    rest: readOptional(quantity('mass', system)),
    /** What was cut off and thrown away. */
    waste: readOptional(quantity('mass', system)),
    note: longText,
  });
}
export type LogForm = z.input<ReturnType<typeof logForm>>;
type Log = z.output<ReturnType<typeof logForm>>;

/**
 * Logs a run: its piece becomes the cakes that were weighed, every fault along it is kept at its place in them, what
 * they teach of their tool is set down, and the run ends.
 */
export function logRun(db: Db, runId: number, input: unknown, system: UnitSystem, now: Date): Saved {
  return attempt(logForm(system), input, (form) =>
    db
      .transaction(() => {
        const before = operationByRequest(db, form.requestKey);
        if (before) return before.id;
        const run = runById(db, runId);
        if (!run || run.endedAt !== null) throw new NotPossible('this winding is logged already');
        const row = pieceById(db, run.pieceId);
        if (!row || row.consumedBy !== null) throw new NotPossible('the piece is not there any more');
        const plan = readPlan(run.plan);
        const state = stateOf(db, run);
        const wound = woundParts(state);
        if (form.masses.length !== wound.length) throw new NotPossible(`${wound.length} cakes were wound; weigh each`);
        const operationId = insertOperation(db, {
          kind: 'wind',
          at: now.toISOString(),
          note: form.note,
          wasteMg: form.waste === null ? 0 : toMg(form.waste),
          requestKey: form.requestKey,
          fromEnd: plan.fromEnd,
        });
        const { massMg, massFrom, tareMg, resolutionMg, humidityPercent } = row;
        const known = { massMg, massFrom, tareMg: tareMg ?? 0, resolutionMg, humidityPercent };
        insertPart(db, { operationId, pieceId: row.id, side: 'in', ...known });
        const cakes = wound.map((part, i) => {
          const tool = plan.cakes[part]!.tool;
          const mass = weighedMass(form.masses[i]!, form, `masses.${i}`);
          const made = { yarnId: row.yarnId, form: tool.onto === 'winder' ? ('cake' as const) : ('ball' as const) };
          const pieceId = insertPiece(db, {
            ...made,
            label: nextLabel(db, row.yarnId, made.form),
            loopMm: null,
            bornBy: operationId,
          });
          insertPart(db, { operationId, pieceId, side: 'out', ...mass });
          const lengthM = fromMg(mass.massMg) * plan.gristMPerG;
          keepLesson(db, { operationId, pieceId, part, lengthM, plan, state, ...sizeGiven(form, i, tool) });
          return { part, pieceId, lengthM };
        });
        const rest = form.rest === null ? null : weighedMass(form.rest, form, 'rest');
        const restId =
          rest &&
          insertPiece(db, {
            yarnId: row.yarnId,
            form: row.form,
            label: nextLabel(db, row.yarnId, row.form),
            loopMm: row.loopMm,
            bornBy: operationId,
          });
        if (rest && restId !== null) insertPart(db, { operationId, pieceId: restId, side: 'out', ...rest });
        const restM = rest ? fromMg(rest.massMg) * plan.gristMPerG : 0;
        keepFaults(db, { operationId, plan, state, cakes, restId, restM });
        endRun(db, runId, now.toISOString(), operationId);
        return operationId;
      })
      .immediate(),
  );
}

function sizeGiven(form: Log, i: number, tool: RunPlan['cakes'][number]['tool']) {
  const [diameterMm = null, heightMm = null] = [form.diameters[i], form.heights[i]];
  if (diameterMm !== null && diameterMm <= tool.coreDiameterMm)
    throw new InputError('a cake is wider than what it was wound on', `diameters.${i}`);
  if ((diameterMm === null) !== (heightMm === null))
    throw new InputError(
      'both, or neither: it takes its width and its height',
      diameterMm === null ? `diameters.${i}` : `heights.${i}`,
    );
  return { diameterMm, heightMm };
}

/** Sets down what a cake teaches of the tool that it was wound on; one of no tool that is known teaches nothing. */
function keepLesson(
  db: Db,
  cake: {
    operationId: number;
    pieceId: number;
    part: number;
    lengthM: number;
    diameterMm: number | null;
    heightMm: number | null;
    plan: RunPlan;
    state: RunState;
  },
): void {
  const { plan, state, part } = cake;
  const { tool, crankTurns, densityGPerCm3 } = plan.cakes[part]!;
  if (tool.id === null) return;
  const counterM = counterLengthM(state, part, { ...tool, densityGPerCm3, gristMPerG: plan.gristMPerG });
  insertWoundCake(db, {
    operationId: cake.operationId,
    pieceId: cake.pieceId,
    winderId: tool.onto === 'winder' ? tool.id : null,
    handFormId: tool.onto === 'winder' ? null : tool.id,
    yarnKind: plan.yarnKind,
    again: plan.again ? 1 : 0,
    coreUm: toUm(tool.coreDiameterMm),
    crossingMillideg: Math.round(tool.crossingAngleDeg * 1000),
    turns: turnsOn(state, part),
    plannedTurns: Math.round(crankTurns.mean),
    windingMs: state.windingMs[part]! > 0 ? Math.round(state.windingMs[part]!) : null,
    lengthMm: toMm(cake.lengthM),
    counterMm: counterM !== null && counterM >= 0.001 ? toMm(counterM) : null,
    diameterUm: cake.diameterMm === null ? null : toUm(cake.diameterMm),
    heightUm: cake.heightMm === null ? null : toUm(cake.heightMm),
  });
}

/** Every fault that was known of the piece or seen in passing, at its place in what came of it. */
function keepFaults(
  db: Db,
  {
    operationId,
    plan,
    state,
    cakes,
    restId,
    restM,
  }: {
    operationId: number;
    plan: RunPlan;
    state: RunState;
    cakes: readonly { part: number; pieceId: number; lengthM: number }[];
    restId: number | null;
    restM: number;
  },
): void {
  const after = faultsAfter({
    lengthM: plan.mass.massG * plan.gristMPerG,
    // The plan has them in the order of leaving already.
    faults: plan.faults,
    fromEnd: 'inner',
    partsM: cakes.map(({ lengthM }) => lengthM),
    restM,
  });
  const keep = (pieceId: number, faults: readonly Fault[]) => {
    for (const { kind, atM } of faults) insertMark(db, operationId, { pieceId, kind, atMm: toMm(atM) });
  };
  cakes.forEach(({ part, pieceId, lengthM }, i) => {
    const seen = state.marks.flatMap((mark): Fault[] => {
      const kind = FAULT_KINDS.find((kind) => kind === mark.mark);
      if (mark.part !== part || !kind) return [];
      return [{ kind, atM: placeOnCake(plan, state, part, mark.atTurn, lengthM) }];
    });
    keep(pieceId, reconciled(after.parts[i]!, seen, placeWithinM(lengthM)));
  });
  // What is left of a cake that was taken from outside keeps its own inner end; of any other, the end where it was cut.
  if (restId !== null)
    keep(
      restId,
      plan.fromEnd === 'inner' ? after.rest : after.rest.map(({ kind, atM }) => ({ kind, atM: restM - atM })),
    );
}

/** Where along a finished cake the strand lay at one of its turns. */
export function placeOnCake(plan: RunPlan, state: RunState, part: number, atTurn: number, lengthM: number): number {
  const { tool, densityGPerCm3 } = plan.cakes[part]!;
  return placeAlongM({ ...tool, densityGPerCm3, gristMPerG: plan.gristMPerG }, atTurn, turnsOn(state, part), lengthM);
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
