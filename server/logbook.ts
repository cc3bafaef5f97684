import { massBalance, type MassBalance } from '../core/massBalance';
import type { Form, Joint, MassFact, OperationKind, Side, WriteOffReason } from '../core/piece';
import { DEFAULT_SCALE_RESOLUTION_G } from '../core/yardage';
import { agreement, type Agreement } from '../core/agreement';
import type { Fault, PackageEnd } from '../core/faults';
import { counterLengthM, lengthsTold } from '../core/lengthsTold';
import { type MarkKind, type RunState, secondsPerTurn, type StopReason, turnsOn, woundParts } from '../core/run';
import { type LayingWay, layingWayOf, type LeavingWay } from '../core/strandWays';
import { spindleOf } from '../core/windingPlan';
import type { Db } from '../db/connection';
import { joinedBy, wentBy } from '../db/goings';
import { isLive, operationById, type OperationRow, partsOf, recentOperations } from '../db/operations';
import { miniJobById } from '../db/minis';
import { everMade } from '../db/pieces';
import { runOfOperation } from '../db/runs';
import { strandOf } from '../db/strandWays';
import { woundBy } from '../db/woundCakes';
import { whyNotRedo, whyNotUndo } from './pieces';
import { readPlan, type RunPlan } from './runPlan';
import { fromMg, fromUm } from './whole';
import { placeOnCake } from './runLog';
import { stateOf } from './runEvents';
import { stillToWind } from './runStart';
import { faultsOfYarn, massFactOf, type SampleView, yarnView } from './yarnViews';

/** A piece's part in an entry of the logbook. */
export interface EntryPiece {
  id: number;
  label: string;
  form: Form;
  side: Side;
  mass: MassFact | null;
  faults: Fault[];
}

/** One operation, told whole. */
export interface Entry {
  id: number;
  kind: OperationKind;
  at: string;
  note: string;
  live: boolean;
  yarn: { id: number; name: string; colourHex: string; gristMPerG: number | null };
  pieces: EntryPiece[];
  wasteG: number;
  /** What went into ties. */
  tiesG: number;
  fromEnd: PackageEnd | null;
  /** What was measured, while it holds. */
  sample: SampleView | null;
  /** What went of it, and where to; null where nothing did. */
  went: { massG: number | null; why: WriteOffReason | null; project: { id: number; name: string } | null } | null;
  /** How several were joined. */
  joint: Joint | null;
  /** Only where both sides were weighed. */
  balance: MassBalance | null;
}

/** One thing that was noted along a cake, and where it lies in it. */
export interface NotedPlace {
  part: number;
  atTurn: number;
  atM: number;
  what: MarkKind | StopReason;
  stopped: boolean;
}

/** One cake of a winding: what was planned of it, and what became of it. */
export interface EntryCake {
  pieceId: number;
  name: string;
  tool: string;
  turns: number;
  plannedTurns: number;
  counterM: number | null;
  lengthM: number;
  diameterMm: number | null;
  heightMm: number | null;
  /** Do the counter, the turns and the mass tell the same length? Null where only one of them was there. */
  agreement: Agreement | null;
}

/** A winding's own figures: what was planned and what was counted. */
export interface EntryRun {
  plan: RunPlan;
  cakes: EntryCake[];
  places: NotedPlace[];
  hands: RunState['hands'];
  secondsPerTurn: number | null;
  deviceGaps: number;
  /** What waits to be wound in the same way. */
  next: number[];
  runId: number;
}

export interface EntryPage extends Entry {
  run: EntryRun | null;
  /** How the strand ran; null where nothing was wound. */
  strand: { left: LeavingWay | null; laid: LayingWay[]; pieceId: number } | null;
  /** The minis' plan that it belongs to. */
  job: { id: number; name: string } | null;
  whyNotUndo: string | null;
  whyNotRedo: string | null;
}

const ENTRIES_SHOWN = 200;

/** What happened, newest first; undos are told at what they undid. */
export function logbook(db: Db, most = ENTRIES_SHOWN): Entry[] {
  return recentOperations(db, most).map((operation) => entryOf(db, operation));
}

export function entryPage(db: Db, operationId: number): EntryPage | undefined {
  const operation = operationById(db, operationId);
  if (!operation || operation.kind === 'undo') return undefined;
  const entry = entryOf(db, operation);
  return {
    ...entry,
    run: runOf(db, operationId, entry.pieces),
    strand: strandRan(db, entry),
    job: jobOf(db, operationId),
    whyNotUndo: whyNotUndo(db, operationId),
    whyNotRedo: whyNotRedo(db, operationId),
  };
}

function entryOf(db: Db, operation: OperationRow): Entry {
  const parts = partsOf(db, operation.id);
  const { yarnId } = everMade(db, parts[0]!.pieceId);
  const yarn = yarnView(db, yarnId)!;
  const faults = faultsOfYarn(db, yarn);
  const pieces = parts.map((part): EntryPiece => {
    const { label, form } = everMade(db, part.pieceId);
    return {
      id: part.pieceId,
      label,
      form,
      side: part.side,
      mass: massFactOf(part),
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
    yarn: { id: yarn.id, name: yarn.name, colourHex: yarn.colourHex, gristMPerG: yarn.grist?.mean ?? null },
    pieces,
    wasteG,
    tiesG,
    fromEnd: operation.fromEnd,
    sample: yarn.samples.find(({ operationId }) => operationId === operation.id) ?? null,
    went: wentOf(db, operation.id),
    joint: joinedBy(db, operation.id)?.joint ?? null,
    balance: balanceOf(pieces, wasteG + tiesG),
  };
}

function wentOf(db: Db, operationId: number): Entry['went'] {
  const row = wentBy(db, operationId);
  if (!row) return null;
  const project = row.projectId === null ? null : { id: row.projectId, name: row.project! };
  return { massG: row.massMg === null ? null : fromMg(row.massMg), why: row.why, project };
}

/** Nothing balances against a mass that only the band tells: the band is a promise, not a weighing. */
function balanceOf(pieces: readonly EntryPiece[], wasteG: number): MassBalance | null {
  const side = (wanted: Side) => pieces.filter((piece) => piece.side === wanted).map(({ mass }) => mass);
  const [before, after] = [side('in'), side('out')];
  // What was used up has nothing on its other side.
  if (before.length === 0 || after.length === 0 || [...before, ...after].some((mass) => mass?.from !== 'scale'))
    return null;
  const weighed = (masses: (MassFact | null)[]) =>
    masses.flatMap((mass) =>
      mass
        ? { massG: mass.massG, resolutionG: mass.from === 'scale' ? mass.resolutionG : DEFAULT_SCALE_RESOLUTION_G }
        : [],
    );
  return massBalance({ in: weighed(before), out: weighed(after), wasteG });
}

function jobOf(db: Db, operationId: number): EntryPage['job'] {
  const jobId = runOfOperation(db, operationId)?.jobId ?? null;
  const job = jobId === null ? undefined : miniJobById(db, jobId);
  return job ? { id: job.id, name: job.name } : null;
}

function strandRan(db: Db, { id, pieces }: Entry): EntryPage['strand'] {
  const [took] = pieces.filter(({ side }) => side === 'in');
  const [made] = pieces.filter(({ side }) => side === 'out');
  if (!took || !made) return null;
  const { left, laid } = strandOf(db, id);
  return { left, laid: [...new Set(laid.flatMap((row) => layingWayOf(row) ?? []))], pieceId: made.id };
}

function runOf(db: Db, operationId: number, pieces: readonly EntryPiece[]): EntryRun | null {
  const run = runOfOperation(db, operationId);
  if (run?.kind !== 'wind') return null;
  const plan = readPlan(run.plan);
  const state = stateOf(db, run);
  const made = pieces.filter(({ side }) => side === 'out');
  const seen = woundBy(db, operationId);
  const parts = woundParts(state);
  const cakes = parts.map((part, i): EntryCake => {
    const planned = plan.cakes[part]!;
    const lesson = seen.find(({ pieceId }) => pieceId === made[i]?.id);
    const counterM = counterLengthM(state, part, spindleOf(plan, part));
    return {
      pieceId: made[i]?.id ?? 0,
      name: planned.name,
      tool: planned.tool.name,
      turns: turnsOn(state, part),
      plannedTurns: Math.round(planned.crankTurns.mean),
      counterM,
      lengthM: (made[i]?.mass?.massG ?? planned.massG) * plan.gristMPerG,
      diameterMm: lesson?.diameterUm ? fromUm(lesson.diameterUm) : null,
      heightMm: lesson?.heightUm ? fromUm(lesson.heightUm) : null,
      agreement: agreement(
        lengthsTold({
          winder: planned.tool,
          density: { mean: planned.densityGPerCm3, sd: planned.densitySd },
          crankRatioSd: planned.crankRatioSd,
          grist: { mean: plan.gristMPerG, sd: plan.gristSdMPerG },
          turns: state.turnsByCounter[part] ? 0 : turnsOn(state, part),
          counterM,
          mass: made[i]?.mass ?? null,
        }),
      ),
    };
  });
  const place = ({ part, atTurn }: { part: number; atTurn: number }) => ({
    part,
    atTurn,
    atM: placeOnCake(plan, state, part, atTurn, cakes[parts.indexOf(part)]?.lengthM ?? 0),
  });
  return {
    plan,
    cakes,
    places: [
      ...state.marks.map((mark) => ({ ...place(mark), what: mark.mark, stopped: false })),
      ...state.stops.map((stop) => ({ ...place(stop), what: stop.reason, stopped: true })),
    ].sort((a, b) => a.part - b.part || a.atTurn - b.atTurn),
    hands: state.hands,
    secondsPerTurn: secondsPerTurn(state) ?? null,
    deviceGaps: state.deviceGaps,
    next: stillToWind(db, plan),
    runId: run.id,
  };
}
