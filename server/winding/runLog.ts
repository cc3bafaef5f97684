import { z } from 'zod';
import { angleOnCoreDeg } from '../../core/bench/cake';
import { faultsAfter, FAULT_KINDS, type Fault, mirrored, placeWithinM, reconciled } from '../../core/yarn/faults';
import { stretchesSeen } from '../../core/yarn/coloursAlong';
import { InputError } from '../../core/common/inputError';
import { madeOn, type RunState, turnsSeen, turnsSoFar, woundParts } from '../../core/winding/run';
import { counterLengthM } from '../../core/winding/lengthSources';
import { parseSizeMm } from '../../core/common/span';
import type { LayingWay, LeavingWay } from '../../core/twist/strandWays';
import type { UnitSystem } from '../../core/common/units';
import { placeAlongM, spindleOf } from '../../core/winding/windingPlan';
import type { Db } from '../../db/common/connection';
import { insertOperation, insertUsedUp } from '../../db/yarn/operations';
import { pieceById } from '../../db/yarn/pieces';
import { endRun, openRunOfPiece, reopenRun, runById } from '../../db/winding/runs';
import { insertWoundCake } from '../../db/winding/woundCakes';
import { pieceThere, putPiece, type Recorded } from '../yarn/recordOperation';
import { once } from '../common/askedBefore';
import { longText, quantity, read, readOptional, requestKey } from '../common/fields';
import { keepStretches } from '../yarn/colours';
import { keepMarks } from '../yarn/faults';
import { ConflictError, runForm, type SaveResult, saving } from '../common/result';
import { readPlan, type RunPlan } from './runPlan';
import { recordLaidCake, recordLeaving, layingWay, leavingWay } from '../yarn/strandWays';
import { massOfReading, readingOfForm, type ScaleReading, weighingFields } from '../common/weighing';
import { fromMg, toMg, toMm, toUm } from '../common/storageUnits';
import { stateOf } from './runEvents';

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
    /** How the strand left what it was on, and how it was laid on each cake. */
    left: leavingWay,
    laid: z.array(layingWay).max(99),
  });
}
export type LogForm = z.input<ReturnType<typeof logForm>>;

/** What a winding came to, cake by cake in the order of winding. */
interface Winding extends Recorded {
  cakes: readonly {
    mass: ScaleReading;
    /** How large it came out, measured across and in height; null: nobody measured. */
    diameterMm: number | null;
    heightMm: number | null;
    laying: LayingWay | '';
  }[];
  /** What is left of the piece, unwound. */
  rest: ScaleReading | null;
  /** What was cut off and thrown away. */
  wasteG: number;
  /** Empty: nobody looked. */
  leaving: LeavingWay | '';
}

/** Logs a run by what its form says. */
export function logRun(db: Db, runId: number, input: unknown, system: UnitSystem, now: Date): SaveResult {
  return runForm(logForm(system), input, (form) =>
    recordWinding(
      db,
      runId,
      {
        requestKey: form.requestKey,
        note: form.note,
        cakes: form.masses.map((mass, i) => ({
          mass: readingOfForm(mass, form),
          diameterMm: form.diameters[i] ?? null,
          heightMm: form.heights[i] ?? null,
          laying: form.laid[i] ?? '',
        })),
        rest: readingOfForm(form.rest, form),
        wasteG: form.waste ?? 0,
        leaving: form.left,
      },
      now,
    ),
  );
}

/**
 * Logs a run: its piece becomes the cakes that were weighed, every fault along it is kept at its place in them, what
 * they teach of their tool is set down, and the run ends.
 */
function recordWinding(db: Db, runId: number, winding: Winding, now: Date): number {
  return once(db, 'operation', winding.requestKey, () => {
    const run = runById(db, runId);
    if (run?.kind !== 'wind' || run.endedAt !== null) throw new ConflictError('this winding is logged already');
    const row = pieceThere(db, run.pieceId, 'the piece is');
    const plan = readPlan(run.plan);
    const state = stateOf(db, run);
    const wound = woundParts(state);
    if (winding.cakes.length !== wound.length) throw new ConflictError(`${wound.length} cakes were wound; weigh each`);
    const operationId = insertOperation(db, {
      kind: 'wind',
      at: now.toISOString(),
      note: winding.note,
      wasteMg: toMg(winding.wasteG),
      requestKey: winding.requestKey,
      fromEnd: plan.fromEnd,
    });
    insertUsedUp(db, operationId, row);
    recordLeaving(db, operationId, { form: row.form, fromEnd: plan.fromEnd }, winding.leaving);
    const cakes = wound.map((part, i) => {
      const tool = plan.cakes[part]!.tool;
      const cake = winding.cakes[i]!;
      const mass = massOfReading(cake.mass, `masses.${i}`);
      const made = madeOn(tool.onto);
      const pieceId = putPiece(db, operationId, { yarnId: row.yarnId, form: made, loopMm: null }, mass);
      const lengthM = fromMg(mass.massMg) * plan.gristMPerG;
      const { diameterMm, heightMm } = cake;
      requireSize(cake, i, tool);
      keepLesson(db, { operationId, pieceId, part, lengthM, plan, state, diameterMm, heightMm });
      recordLaidCake(
        db,
        {
          operationId,
          pieceId,
          massG: fromMg(mass.massMg),
          diameterMm,
          way: cake.laying,
          path: `laid.${i}`,
        },
        plan.cakes[part]!,
      );
      return { part, pieceId, lengthM };
    });
    const rest = winding.rest && massOfReading(winding.rest, 'rest');
    const restId = rest && putPiece(db, operationId, row, rest);
    const restM = rest ? fromMg(rest.massMg) * plan.gristMPerG : 0;
    keepFaults(db, { operationId, plan, state, cakes, restId, restM });
    endRun(db, runId, now.toISOString(), operationId);
    return operationId;
  });
}

/** @throws InputError where no cake on such a tool can have been measured so */
function requireSize(
  { diameterMm, heightMm }: Winding['cakes'][number],
  i: number,
  tool: RunPlan['cakes'][number]['tool'],
): void {
  if (diameterMm !== null && diameterMm <= tool.coreDiameterMm)
    throw new InputError('a cake is wider than what it was wound on', `diameters.${i}`);
  if ((diameterMm === null) !== (heightMm === null))
    throw new InputError(
      'both, or neither: it takes its width and its height',
      diameterMm === null ? `diameters.${i}` : `heights.${i}`,
    );
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
  const { tool, crankTurns } = plan.cakes[part]!;
  if (tool.id === null) return;
  const counterM = counterLengthM(state, part, spindleOf(plan, part));
  insertWoundCake(db, {
    operationId: cake.operationId,
    pieceId: cake.pieceId,
    winderId: tool.onto === 'winder' ? tool.id : null,
    handFormId: tool.onto === 'winder' ? null : tool.id,
    yarnKind: plan.yarnKind,
    again: plan.again ? 1 : 0,
    coreUm: toUm(tool.coreDiameterMm),
    crossingMillideg: Math.round(angleOnCoreDeg(tool) * 1000),
    turns: turnsSeen(state, part),
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
  cakes.forEach(({ part, pieceId, lengthM }, i) => {
    const seen = faultsSeen(plan, state, part, lengthM);
    const uncounted = state.uncounted.includes(part);
    const withinM = uncounted ? PLACE_BY_TIME * lengthM : placeWithinM(lengthM);
    const known = reconciled(after.parts[i]!, changeAtItsStart(plan, part, lengthM), placeWithinM(lengthM));
    keepMarks(db, operationId, pieceId, reconciled(known, seen, withinM));
    const changes = seen.filter(({ kind }) => kind === 'colour change');
    // A hand is no clock: where nobody counted, no stretch is measured.
    if (!uncounted && changes.some(({ outerHex }) => outerHex))
      keepStretches(db, operationId, pieceId, stretchesSeen(changes, plan.palette));
  });
  // What is left of a cake that was taken from outside keeps its own inner end; of any other, the end where it was cut.
  if (restId !== null)
    keepMarks(db, operationId, restId, plan.fromEnd === 'inner' ? after.rest : mirrored(after.rest, restM));
}

/** Where the cake before was cut by a colour, this one begins so far before that colour. */
function changeAtItsStart({ cakes, colours }: RunPlan, part: number, lengthM: number): Fault[] {
  const cutAt = cakes[part - 1]?.cutAt;
  if (!cutAt || cutAt.beforeM > lengthM) return [];
  const changeM = cakes[part]!.startM + cutAt.beforeM;
  const before = colours.findLast(({ toM }) => toM <= changeM + 1e-3)?.hex;
  const fault = { kind: 'colour change' as const, atM: cutAt.beforeM, outerHex: cutAt.hex };
  return [before ? { ...fault, innerHex: before } : fault];
}

/** What was marked while a cake was wound, from its inner end. A colour that begins somewhere ends at the next change. */
function faultsSeen(plan: RunPlan, state: RunState, part: number, lengthM: number): Fault[] {
  let colour: string | undefined;
  return state.marks
    .filter((mark) => mark.part === part)
    .sort((a, b) => a.atTurn - b.atTurn)
    .flatMap(({ mark, atTurn, hex }): Fault[] => {
      const kind = FAULT_KINDS.find((kind) => kind === mark);
      if (!kind) return [];
      const fault = { kind, atM: placeOnCake(plan, state, part, atTurn, lengthM) };
      if (kind !== 'colour change') return [fault];
      const before = colour;
      colour = hex;
      return [{ ...fault, ...(before && { innerHex: before }), ...(hex && { outerHex: hex }) }];
    });
}

/** Where nobody counts, time tells the place of a fault, and a hand is not a clock. */
const PLACE_BY_TIME = 0.15;

/** Where along a finished cake the strand lay at one of its turns, or, where nobody counted, after so much of its time. */
export function placeOnCake(plan: RunPlan, state: RunState, part: number, atTurn: number, lengthM: number): number {
  const turns = turnsSoFar({ ...state, lastTurnMs: null }, part, 0, plan.cakes[part]!.secondsPerTurn);
  return placeAlongM(spindleOf(plan, part), atTurn, turns, lengthM);
}

/**
 * Gives a run up: the piece stays as it was, the counts stay in the record. Whoever lost the answer may ask again, and so
 * with taking it up.
 */
export function giveUpRun(db: Db, runId: number, now: Date): SaveResult {
  return saving(() =>
    db
      .transaction(() => {
        const run = runById(db, runId);
        if (!run || run.operationId !== null) throw new ConflictError('what was counted is in the log already');
        if (run.endedAt === null) endRun(db, runId, now.toISOString(), null);
        return runId;
      })
      .immediate(),
  );
}

/** Goes on with a run that was given up, with all its counts. */
export function takeUpRun(db: Db, runId: number): SaveResult {
  return saving(() =>
    db
      .transaction(() => {
        const run = runById(db, runId);
        if (!run || run.operationId !== null) throw new ConflictError('what was counted is in the log already');
        if (run.endedAt === null) return runId;
        if (pieceById(db, run.pieceId)?.consumedBy !== null) throw new ConflictError('the piece is not there any more');
        if (openRunOfPiece(db, run.pieceId)) throw new ConflictError('another winding of it is under way');
        reopenRun(db, runId);
        return runId;
      })
      .immediate(),
  );
}
