import type { Joint } from '../../core/yarn/piece';
import { lengthCheck, type LengthCheck } from '../../core/winding/lengthCheck';
import type { SeenStretch } from '../../core/yarn/colourRepeat';
import type { Fault, PackageEnd } from '../../core/yarn/faults';
import { counterLengthM, lengthSources } from '../../core/winding/lengthSources';
import {
  countOf,
  type MarkKind,
  type RunMark,
  type RunState,
  secondsPerTurn,
  type StopReason,
  turnsSeen,
  woundParts,
} from '../../core/winding/run';
import { type LayingWay, layingWayOf, type LeavingWay } from '../../core/twist/strandWays';
import type { TroubleReport } from '../../core/trouble/trouble';
import { miniStateOf } from '../minis/miniRunEvents';
import type { TreatedMasses } from '../../core/yarn/treated';
import { spindleOf } from '../../core/winding/windingPlan';
import { remainingLength } from '../../core/yarn/yarnLength';
import type { RunStory } from '../../core/logbook/runStory';
import type { Db } from '../../db/common/connection';
import { joinedBy } from '../../db/yarn/consumption';
import { isLive, operationById, type OperationRow, operationPiecesOf } from '../../db/yarn/operations';
import { bathOfOperation } from '../../db/dyeing/baths';
import { miniPlanById } from '../../db/minis/minis';
import { everMade, pieceById } from '../../db/yarn/pieces';
import { picturesOfOperation } from '../../db/yarn/pictures';
import { runOfOperation, type RunRow } from '../../db/winding/runs';
import { strandOf } from '../../db/twist/strandWays';
import { colourStretchesOfOperation } from '../../db/yarn/colours';
import { woundBy } from '../../db/winding/woundCakes';
import { whyNotRedo, whyNotUndo } from '../yarn/pieces';
import { readPlan, type RunPlan } from '../winding/runPlan';
import { fromMg, fromUm } from '../common/storageUnits';
import { placeOnCake } from '../winding/runLog';
import { stateOf } from '../winding/runEvents';
import { balanceOf, type LogLine, type LogPiece, consumptionOf } from './logbook';
import { RUN_KINDS } from './runKinds';
import { stillToWind } from '../winding/runStart';
import { massFactOf } from '../common/weighing';
import { treatedOfYarn } from '../yarn/treated';
import { seenStretch } from '../yarn/colours';
import { faultsOfYarn, yarnView, type YarnView } from '../yarn/yarnViews';

/** A piece's part in an entry, with what lies along it. */
export interface OperationPiece extends LogPiece {
  faults: Fault[];
  /** As long as it was then, by what is known now. */
  lengthM: number | null;
}

/** One operation, told whole. */
export interface LoggedOperation extends Omit<LogLine, 'pieces'> {
  pieces: OperationPiece[];
  wasteG: number;
  /** What went into ties. */
  tiesG: number;
  fromEnd: PackageEnd | null;
  /** The colours that it found along a piece. */
  colours: SeenStretch[];
  /** How several were joined. */
  joint: Joint | null;
}

/** One thing that was noted along a cake, and where it lies in it. */
export interface NotedPlace {
  part: number;
  /** Null where nobody counted: then time tells the place. */
  atTurn: number | null;
  atM: number;
  what: MarkKind | StopReason;
  stopped: boolean;
}

/** One cake of a winding: what was planned of it, and what became of it. */
export interface OperationCake {
  pieceId: number;
  name: string;
  tool: string;
  /** Null where nobody counted. */
  turns: number | null;
  plannedTurns: number;
  counterM: number | null;
  lengthM: number;
  diameterMm: number | null;
  heightMm: number | null;
  /** Do the counter, the turns and the mass tell the same length? Null where only one of them was there. */
  lengthCheck: LengthCheck | null;
}

/** A winding's own figures: what was planned and what was counted. */
export interface OperationRun {
  plan: RunPlan;
  cakes: OperationCake[];
  places: NotedPlace[];
  hands: RunState['hands'];
  secondsPerTurn: number | null;
  deviceGaps: number;
  /** What waits to be wound in the same way. */
  next: number[];
  runId: number;
}

export interface OperationPage extends LoggedOperation {
  run: OperationRun | null;
  /** How the strand ran; null where nothing was wound. */
  strand: { left: LeavingWay | null; laid: LayingWay[]; pieceId: number } | null;
  /** The minis' plan that it belongs to. */
  miniPlan: { id: number; name: string } | null;
  /** The dye bath that its pieces went into by it. */
  bath: { id: number; name: string } | null;
  /** How the run went, minute by minute; null where it was no run. */
  story: RunStory | null;
  /** What went wrong meanwhile, and what helped. */
  troubles: (TroubleReport & {
    part: number;
    /** After how many turns or loops; null where nobody counted. */
    at: number | null;
    /** The piece that came of it, as long as it is there. */
    pieceId: number | null;
  })[];
  pictures: { id: number; width: number; height: number }[];
  /** The screen of the run that it is opened again on, once it is undone; null where it was no run. */
  backTo: string | null;
  whyNotUndo: string | null;
  whyNotRedo: string | null;
}

export function operationPage(db: Db, operationId: number): OperationPage | undefined {
  const row = operationById(db, operationId);
  if (!row || row.kind === 'undo') return undefined;
  const operation = operationOf(db, row);
  const run = runOfOperation(db, operationId);
  const winding = run?.kind === 'wind' ? { run, state: stateOf(db, run) } : null;
  return {
    ...operation,
    run: winding && operationRun(db, winding, operation.pieces),
    strand: strandRan(db, operation),
    miniPlan: planOf(db, run),
    bath: bathOf(db, operationId),
    story: run ? RUN_KINDS[run.kind].story(db, run) : null,
    troubles: winding ? windingTroubles(db, winding.state, operation.pieces) : run ? miniTroubles(db, run) : [],
    pictures: picturesOfOperation(db, operationId).map(({ id, width, height }) => ({ id, width, height })),
    backTo: run ? `/${run.kind === 'wind' ? 'winding' : 'minis'}/run/${run.id}` : null,
    whyNotUndo: whyNotUndo(db, operationId),
    whyNotRedo: whyNotRedo(db, operationId),
  };
}

function operationOf(db: Db, operation: OperationRow): LoggedOperation {
  const parts = operationPiecesOf(db, operation.id);
  const { yarnId } = everMade(db, parts[0]!.pieceId);
  // Plying makes another yarn of its singles.
  const known = new Map<number, KnownYarn>();
  const yarnOf = (id: number) => known.get(id) ?? known.set(id, knownYarn(db, id)).get(id)!;
  const { yarn } = yarnOf(yarnId);
  const pieces = parts.map((part): OperationPiece => {
    const { label, form, yarnId } = everMade(db, part.pieceId);
    const { yarn, faults, treated } = yarnOf(yarnId);
    const mass = massFactOf(part);
    const factor = treated.after(operation.id, part.pieceId);
    return {
      id: part.pieceId,
      label,
      form,
      side: part.side,
      mass,
      lengthM:
        mass && yarn.grist
          ? remainingLength(yarn.grist, [{ ...mass, treated: factor }], yarn.fibres).lengthM.mean
          : null,
      faults: faults(part.pieceId),
    };
  });
  const wasteG = fromMg(operation.wasteMg);
  const tiesG = fromMg(operation.tiesMg);
  return {
    id: operation.id,
    kind: operation.kind,
    at: operation.at,
    note: operation.note,
    live: isLive(db, operation.id),
    yarn: { id: yarn.id, name: yarn.name, colourHex: yarn.colourHex },
    pieces,
    wasteG,
    tiesG,
    fromEnd: operation.fromEnd,
    sample: yarn.samples.find(({ operationId }) => operationId === operation.id) ?? null,
    colours: colourStretchesOfOperation(db, operation.id).map(seenStretch),
    consumption: consumptionOf(db, operation.id),
    joint: joinedBy(db, operation.id)?.joint ?? null,
    balance: balanceOf(pieces, wasteG + tiesG),
  };
}

interface KnownYarn {
  yarn: YarnView;
  faults: ReturnType<typeof faultsOfYarn>;
  treated: TreatedMasses;
}

function knownYarn(db: Db, yarnId: number): KnownYarn {
  const yarn = yarnView(db, yarnId)!;
  return { yarn, faults: faultsOfYarn(db, yarn), treated: treatedOfYarn(db, yarnId, yarn.fibres) };
}

function bathOf(db: Db, operationId: number): OperationPage['bath'] {
  const bath = bathOfOperation(db, operationId);
  return bath ? { id: bath.id, name: bath.name } : null;
}

function planOf(db: Db, run: RunRow | undefined): OperationPage['miniPlan'] {
  const miniPlan = typeof run?.planId === 'number' ? miniPlanById(db, run.planId) : undefined;
  return miniPlan ? { id: miniPlan.id, name: miniPlan.name } : null;
}

function strandRan(db: Db, { id, pieces }: LoggedOperation): OperationPage['strand'] {
  const [took] = pieces.filter(({ side }) => side === 'in');
  const [made] = pieces.filter(({ side }) => side === 'out');
  if (!took || !made) return null;
  const { left, laid } = strandOf(db, id);
  return { left, laid: [...new Set(laid.flatMap((row) => layingWayOf(row) ?? []))], pieceId: made.id };
}

function miniTroubles(db: Db, run: RunRow): OperationPage['troubles'] {
  return miniStateOf(db, run).troubles.map(({ atLoop, ...each }) => ({ ...each, at: atLoop, pieceId: null }));
}

function windingTroubles(db: Db, state: RunState, pieces: readonly OperationPiece[]): OperationPage['troubles'] {
  const made = pieces.filter(({ side }) => side === 'out');
  const parts = woundParts(state);
  return state.troubles.map(({ atTurn, ...each }) => {
    const piece = made[parts.indexOf(each.part)];
    const there = piece !== undefined && pieceById(db, piece.id)?.consumedBy === null;
    return { ...each, at: countedTurn(state, { ...each, atTurn }), pieceId: there ? piece.id : null };
  });
}

const countedTurn = ({ uncounted }: RunState, { part, atTurn }: RunMark) => (uncounted.includes(part) ? null : atTurn);

function operationRun(
  db: Db,
  { run, state }: { run: RunRow; state: RunState },
  pieces: readonly OperationPiece[],
): OperationRun {
  const plan = readPlan(run.plan);
  const made = pieces.filter(({ side }) => side === 'out');
  const seen = woundBy(db, run.operationId!);
  const parts = woundParts(state);
  const cakes = parts.map((part, i): OperationCake => {
    const planned = plan.cakes[part]!;
    const lesson = seen.find(({ pieceId }) => pieceId === made[i]?.id);
    const counterM = counterLengthM(state, part, spindleOf(plan, part));
    return {
      pieceId: made[i]?.id ?? 0,
      name: planned.name,
      tool: planned.tool.name,
      turns: countOf(state, part),
      plannedTurns: Math.round(planned.crankTurns.mean),
      counterM,
      lengthM: (made[i]?.mass?.massG ?? planned.massG) * plan.gristMPerG,
      diameterMm: lesson?.diameterUm ? fromUm(lesson.diameterUm) : null,
      heightMm: lesson?.heightUm ? fromUm(lesson.heightUm) : null,
      lengthCheck: lengthCheck(
        lengthSources({
          winder: planned.tool,
          density: { mean: planned.densityGPerCm3, sd: planned.densitySd },
          crankRatioSd: planned.crankRatioSd,
          grist: { mean: plan.gristMPerG, sd: plan.gristSdMPerG },
          turns: turnsSeen(state, part),
          counterM,
          mass: made[i]?.mass ?? null,
        }),
      ),
    };
  });
  const place = ({ part, atTurn }: RunMark) => ({
    part,
    atTurn: countedTurn(state, { part, atTurn }),
    atM: placeOnCake(plan, state, part, atTurn, cakes[parts.indexOf(part)]?.lengthM ?? 0),
  });
  return {
    plan,
    cakes,
    places: [
      ...state.marks.map((mark) => ({ ...place(mark), what: mark.mark, stopped: false })),
      ...state.stops.map((stop) => ({ ...place(stop), what: stop.reason, stopped: true })),
    ].sort((a, b) => a.part - b.part || a.atM - b.atM),
    hands: state.hands,
    secondsPerTurn: secondsPerTurn(state) ?? null,
    deviceGaps: state.deviceGaps,
    next: stillToWind(db, plan),
    runId: run.id,
  };
}
