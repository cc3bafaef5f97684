import { z } from 'zod';
import type { SyncedRun } from '../../core/common/runSync';
import { type Fault, faultsAfter, mirrored } from '../../core/yarn/faults';
import { gramsPerLoopByGrist } from '../../core/minis/miniLoops';
import { cutsAlong } from '../../core/minis/cutMap';
import type { Estimate } from '../../core/common/estimate';
import { InputError } from '../../core/common/inputError';
import type { LoopMass } from '../../core/minis/gramsPerLoop';
import {
  remainderPlaces,
  loopMassOf,
  knotsTied,
  loopsOn,
  massOfMini,
  minisMade,
  type MiniRunState,
  weighingNow,
} from '../../core/minis/miniRun';
import type { LayingWay, LeavingWay } from '../../core/twist/strandWays';
import type { PieceForm } from '../../core/yarn/piece';
import { fits } from '../../core/minis/minis';
import type { UnitSystem } from '../../core/common/units';
import type { Db } from '../../db/common/connection';
import { insertMini, loopsLastWeighed, miniPlanById } from '../../db/minis/minis';
import { insertOperation, insertUsedUp } from '../../db/yarn/operations';
import { pieceById, type PieceRow } from '../../db/yarn/pieces';
import { endRun, insertRun, openRunOfPiece, runById } from '../../db/winding/runs';
import { pieceThere, putPiece, type Recorded } from '../yarn/recordOperation';
import { once } from '../common/askedBefore';
import { longText, quantity, readOptional, requestKey } from '../common/fields';
import { type MiniPlanContent, readMiniPlanContent } from './miniPlanContent';
import { miniYarns } from './miniParents';
import { miniStateOf } from './miniRunEvents';
import { type MiniRunPlan, readMiniRunPlan } from './miniRunPlan';
import { keepMarks } from '../yarn/faults';
import { ConflictError, runForm, type SaveResult, saving } from '../common/result';
import { type RunFrame, runFrame } from '../winding/runSync';
import { recordLaidLoops, recordLeaving, layingWay, leavingWay, miniWays } from '../yarn/strandWays';
import { massOfReading, readingOfForm, type ScaleReading, type WeighedMass, weighingFields } from '../common/weighing';
import { fromMg, toMg, toMm } from '../common/storageUnits';

/** Begins to count the minis of one parent of a mini plan; goes on with the open run if there is one. */
export function startMiniRun(db: Db, planId: number, pieceId: number, now: Date): SaveResult {
  return saving(() =>
    db
      .transaction(() => {
        const miniPlan = miniPlanById(db, planId);
        if (!miniPlan) throw new ConflictError('there is no such plan');
        const open = openRunOfPiece(db, pieceId);
        if (open && open.planId === planId) return open.id;
        if (open) throw new ConflictError('it is on the bench for something else; finish that first');
        const plan = JSON.stringify(runPlanOf(db, readMiniPlanContent(miniPlan.plan), pieceId));
        return insertRun(db, { pieceId, kind: 'minis', planId, plan, startedAt: now.toISOString() });
      })
      .immediate(),
  );
}

/** How far a loop that was learned may be from the next skein's, as a share. */
const LEARNED_SD = 0.02;

function runPlanOf(db: Db, miniPlan: MiniPlanContent, pieceId: number): MiniRunPlan {
  const planned = miniPlan.parents.find((parent) => parent.pieceId === pieceId);
  if (!planned) throw new ConflictError('this skein is not in the plan');
  const yarn = miniYarns(db, [planned.yarnId])[0];
  const parent = yarn?.parents.find((each) => each.pieceId === pieceId)?.parent;
  if (!yarn || !parent) throw new ConflictError('this skein is not there any more');
  const demands = miniPlan.sizes.map(({ id, massG }) => ({ id, massG, count: 0 }));
  const segmentsG = asItWeighsNow(planned, parent.massG);
  const segments = segmentsG.map((massG, segment) => ({ parent: 0, parentId: String(pieceId), segment, massG }));
  const unlimited = { demands: demands.map((each) => ({ ...each, count: Infinity })), cutLossG: miniPlan.cutLossG };
  if (!fits(planned.counts, segments, unlimited))
    throw new ConflictError('it weighs less now than when this was planned; plan it again');
  const cuts = cutsAlong(segments, planned.counts, { demands, cutLossG: miniPlan.cutLossG });
  let made = 0;
  const left: MiniRunPlan['left'] = [];
  const minis: MiniRunPlan['minis'] = [];
  for (const cut of cuts) {
    if (cut.kind === 'mini') {
      const size = miniPlan.sizes[cut.demand]!;
      const { massG, toleranceG } = size;
      const mayHoldKnot = planned.holdsKnot[cut.segment]!;
      minis.push({ sizeId: size.id, name: size.name, massG, toleranceG, segment: cut.segment, mayHoldKnot });
      made += 1;
    } else left.push({ afterMini: made, massG: cut.toG - cut.fromG, knots: cut.knotsG.length });
  }
  if (minis.length === 0) throw new ConflictError('nothing is to be cut from this skein');
  const { grist } = parent;
  const form = { loopM: miniPlan.reel.loopM, spreadMm: miniPlan.reel.spreadMm, strandMm: yarn.strandMm };
  const learned = loopsLastWeighed(db, planned.yarnId, miniPlan.reel.id);
  const byLearned: Estimate | null = learned
    ? { mean: fromMg(learned.massMg) / learned.loops, sd: (LEARNED_SD * fromMg(learned.massMg)) / learned.loops }
    : null;
  const lengthM = parent.massG * grist.mean;
  return {
    parent: {
      massG: parent.massG,
      resolutionG: parent.resolutionG,
      byBand: pieceById(db, pieceId)!.massFrom === 'band',
    },
    gristMPerG: grist.mean,
    gristSdMPerG: grist.sd,
    strandMm: yarn.strandMm,
    reel: miniPlan.reel,
    fromEnd: planned.fromEnd,
    faults: (planned.fromEnd === 'inner' ? parent.faults : mirrored(parent.faults, lengthM)).map((fault) => ({
      ...fault,
      atM: Math.min(lengthM, fault.atM),
    })),
    segmentsG,
    cutLossG: miniPlan.cutLossG,
    tiesG: miniPlan.tiesG,
    next: miniPlan.asked.next,
    gramsPerLoop: byLearned ?? gramsPerLoopByGrist(form, grist, minis[0]!.massG),
    learnedFrom: learned?.minis ?? 0,
    minis,
    left,
  };
}

/** The stretches of a skein that was weighed again since: what it lost or gained is of the last one. */
function asItWeighsNow({ segmentsG, massG }: MiniPlanContent['parents'][number], nowG: number): number[] {
  const last = segmentsG.length - 1;
  return segmentsG.map((each, i) => (i === last ? Math.max(0.001, each + nowG - massG) : each));
}

/** Everything that the screen of a counting starts from. */
export interface MiniRunPage extends RunFrame, SyncedRun<MiniRunState> {
  planId: number;
  planName: string;
  plan: MiniRunPlan;
  /** How the strand will have left and been laid, most likely. */
  ways: ReturnType<typeof miniWays>;
}

export function miniRunPage(db: Db, runId: number): MiniRunPage | undefined {
  const found = runFrame(db, runId, 'minis');
  if (!found) return undefined;
  const { run, frame } = found;
  const miniPlan = miniPlanById(db, run.planId!)!;
  const plan = readMiniRunPlan(run.plan);
  return {
    ...frame,
    planId: miniPlan.id,
    planName: miniPlan.name,
    plan,
    state: miniStateOf(db, run),
    ways: miniWays(db, { form: frame.form, fromEnd: plan.fromEnd, reel: plan.reel.kind }),
  };
}

function logForm(system: UnitSystem) {
  return z.strictObject({
    requestKey,
    /** What is left at each place where something was to be left, in the order of the yarn; empty: nothing. */
    left: z.array(z.strictObject({ mass: readOptional(quantity('mass', system)), kept: z.boolean() })).max(999),
    /** What was cut off at the ends, and what went into ties; empty: as estimated. */
    endsMass: readOptional(quantity('mass', system)),
    ties: readOptional(quantity('mass', system)),
    ...weighingFields(system),
    note: longText,
    /** How the strand left the parent, and how it was laid round the reel. */
    leaving: leavingWay,
    laid: layingWay,
  });
}
export type MiniLogForm = z.input<ReturnType<typeof logForm>>;

/** What a counting came to. */
interface MiniCutting extends Recorded {
  /** What is left at each place where something was to be left, in the order of the yarn. */
  left: readonly { mass: ScaleReading | null; kept: boolean }[];
  /** What was cut off at the ends, and what went into ties; null: as estimated. */
  endsG: number | null;
  tiesG: number | null;
  humidityPercent: number | null;
  /** Empty: nobody looked. */
  leaving: LeavingWay | '';
  laying: LayingWay | '';
}

/** Logs a counting by what its form says. */
export function logMiniRun(db: Db, runId: number, input: unknown, system: UnitSystem, now: Date): SaveResult {
  return runForm(logForm(system), input, (form) =>
    recordMinis(
      db,
      runId,
      {
        requestKey: form.requestKey,
        note: form.note,
        left: form.left.map(({ mass, kept }) => ({ mass: readingOfForm(mass, form), kept })),
        endsG: form.endsMass,
        tiesG: form.ties,
        humidityPercent: form.humidity,
        leaving: form.leaving,
        laying: form.laid,
      },
      now,
    ),
  );
}

/** Logs a counting: its parent becomes the minis and what is left of it, with ends and ties told apart. */
function recordMinis(db: Db, runId: number, cutting: MiniCutting, now: Date): number {
  return once(db, 'operation', cutting.requestKey, () => {
    const run = runById(db, runId);
    if (run?.kind !== 'minis' || run.endedAt !== null) throw new ConflictError('these minis are logged already');
    const row = pieceThere(db, run.pieceId, 'the piece is');
    const plan = readMiniRunPlan(run.plan);
    const state = miniStateOf(db, run);
    const made = minisMade(state);
    if (made.length === 0) throw new ConflictError('no mini was made; cancel the counting instead');
    const places = remainderPlaces(plan);
    const left = cutting.left.map(({ mass, kept }, i) => ({
      afterMini: places[i] ?? plan.minis.length,
      kept,
      mass: mass && massOfReading(mass, `left.${i}.mass`),
    }));
    const thrownMg = left.reduce((sum, { mass, kept }) => sum + (mass && !kept ? mass.massMg : 0), 0);
    const endsMg = toMg(cutting.endsG ?? made.length * (plan.cutLossG - plan.tiesG));
    const tiesMg = toMg(cutting.tiesG ?? made.length * plan.tiesG);
    const learned = loopMassOf(plan, state, plan.parent);
    requireNotMore(row, left, state, learned);
    const operationId = insertOperation(db, {
      kind: 'split',
      at: now.toISOString(),
      note: cutting.note,
      wasteMg: endsMg + thrownMg,
      tiesMg,
      requestKey: cutting.requestKey,
      fromEnd: plan.fromEnd,
    });
    insertUsedUp(db, operationId, row);
    recordLeaving(db, operationId, { form: row.form, fromEnd: plan.fromEnd }, cutting.leaving, 'leaving');
    const cut: Cut = {
      operationId,
      planId: run.planId!,
      row,
      plan,
      state,
      learned,
      made,
      left,
      humidity: cutting.humidityPercent,
      laid: cutting.laying,
    };
    const pieces = along(cut);
    const faults = faultsAlong(cut, pieces);
    pieces.forEach((piece, i) => {
      if (piece.kind === 'mini') keepMini(db, cut, piece.part, faults.parts[i]!);
      else keepRest(db, cut, piece.left, { form: 'ball', cutOut: true }, faults.parts[i]!);
    });
    const rest = restOf(cut);
    if (rest) keepRest(db, cut, rest, { form: row.form, cutOut: false }, faults.rest);
    endRun(db, runId, now.toISOString(), operationId);
    return operationId;
  });
}

type Left = { afterMini: number; kept: boolean; mass: WeighedMass | null };

/** More than there was can be a slip of the scale, but not by much: that is asked, not swallowed. */
function requireNotMore(row: PieceRow, left: readonly Left[], state: MiniRunState, learned: LoopMass): void {
  if (row.massMg === null || left.length === 0) return;
  const made = minisMade(state).reduce((sum, part) => sum + massOfMini(state, learned, part).mean, 0);
  const remainingG = left.reduce((sum, { mass }) => sum + fromMg(mass?.massMg ?? 0), 0);
  const overG = made + remainingG - fromMg(row.massMg);
  if (overG > Math.max(3, 0.1 * fromMg(row.massMg)))
    throw new InputError(
      `with the minis that is ${overG.toFixed(1)} g more than there was; weigh it again`,
      `left.${left.length - 1}.mass`,
    );
}

/** A parent that was cut up: what was planned, what happened, and what is left of it. */
interface Cut {
  operationId: number;
  planId: number;
  row: PieceRow;
  plan: MiniRunPlan;
  state: MiniRunState;
  /** What a loop weighed, by all of it. */
  learned: LoopMass;
  made: readonly number[];
  left: readonly Left[];
  humidity: number | null;
  laid: LayingWay | '';
}

type CutOff = { massG: number } & ({ kind: 'mini'; part: number } | { kind: 'left'; left: Left });

/** What was cut off, in the order of the yarn: what is left before a mini lies before it. */
function along({ plan, state, learned, made, left }: Cut): CutOff[] {
  return plan.minis.flatMap((_, part): CutOff[] => [
    ...left
      .filter(({ afterMini }) => afterMini === part)
      .map((left): CutOff => ({ kind: 'left', left, massG: fromMg(left.mass?.massMg ?? 0) })),
    ...(made.includes(part)
      ? [{ kind: 'mini' as const, part, massG: massOfMini(state, learned, part).mean + plan.cutLossG }]
      : []),
  ]);
}

/** What stays of the parent itself. */
function restOf({ plan, left }: Cut): Left | undefined {
  return left.find(({ afterMini }) => afterMini === plan.minis.length);
}

/** Where the parent's faults lie in what came of it. */
function faultsAlong(cut: Cut, pieces: readonly CutOff[]): ReturnType<typeof faultsAfter> {
  const { plan } = cut;
  const lengthOf = (massG: number) => massG * plan.gristMPerG;
  const restM = lengthOf(fromMg(restOf(cut)?.mass?.massMg ?? 0));
  const after = faultsAfter({
    lengthM: lengthOf(plan.parent.massG),
    faults: plan.faults,
    fromEnd: 'inner',
    partsM: pieces.map(({ massG }) => lengthOf(massG)),
    restM,
  });
  // What is left of a cake that was taken from outside keeps its own inner end; of any other, the end where it was cut.
  return { ...after, rest: plan.fromEnd === 'inner' ? after.rest : mirrored(after.rest, restM) };
}

function keepMini(
  db: Db,
  { operationId, planId, row, plan, state, learned, made, humidity, laid }: Cut,
  part: number,
  faults: readonly Fault[],
): void {
  const mini = plan.minis[part]!;
  const weighing = weighingNow(state, part);
  const byLoops = massOfMini(state, learned, part);
  const massG = weighing?.massG ?? byLoops.mean;
  const pieceId = putPiece(
    db,
    operationId,
    { yarnId: row.yarnId, form: 'mini skein', loopMm: toMm(plan.reel.loopM) },
    {
      massMg: Math.max(1, toMg(massG)),
      massFrom: 'scale',
      tareMg: 0,
      // Not weighed by itself: as sure as its loops tell, put as the step of a scale.
      resolutionMg: Math.max(1, toMg(weighing?.resolutionG ?? byLoops.sd * Math.sqrt(12))),
      humidityPercent: humidity,
    },
  );
  recordLaidLoops(db, { operationId, pieceId, loopM: plan.reel.loopM, way: laid });
  insertMini(db, {
    pieceId,
    operationId,
    planId,
    reelId: plan.reel.id,
    sizeId: mini.sizeId,
    place: made.indexOf(part) + 1,
    places: made.length,
    loops: loopsOn(state, part),
    wantedMg: toMg(mini.massG),
    toleranceMg: toMg(mini.toleranceG),
  });
  // A knot at the end of its stretch was cut out; one within it stays only where it was allowed.
  const known = faults.filter(({ kind }) => kind !== 'knot' || mini.mayHoldKnot);
  keepMarks(db, operationId, pieceId, [...known, ...knotsTied(state, part, massG * plan.gristMPerG)]);
}

/** What is left stays what it was where the parent ends, and is a small ball where it was cut out; knots go with it. */
function keepRest(
  db: Db,
  { operationId, row }: Cut,
  { mass, kept }: Left,
  { form, cutOut }: { form: PieceForm; cutOut: boolean },
  faults: readonly Fault[],
): void {
  if (!mass || !kept) return;
  const loopMm = form === row.form ? row.loopMm : null;
  const pieceId = putPiece(db, operationId, { yarnId: row.yarnId, form, loopMm }, mass);
  // What stays of the parent lies as it did; only what was cut out was laid anew, and nobody asks how.
  if (cutOut) recordLaidLoops(db, { operationId, pieceId, loopM: null, way: '' });
  keepMarks(db, operationId, pieceId, faults);
}
