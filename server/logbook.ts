import { massBalance, type MassBalance } from '../core/massBalance';
import type { Form, MassFact, OperationKind, Side } from '../core/piece';
import { DEFAULT_SCALE_RESOLUTION_G } from '../core/yardage';
import { type RunState, runState, secondsPerTurn, turnsOn } from '../core/run';
import type { Db } from '../db/connection';
import { isLive, operationById, type OperationRow, partsOf, recentOperations } from '../db/operations';
import { everMade, marksOfYarn } from '../db/pieces';
import { eventsOf, runOfOperation } from '../db/runs';
import { whyNotRedo, whyNotUndo } from './pieces';
import { runPlan, type RunPlan } from './runPlan';
import { fromMg, fromMm } from './whole';
import { massFactOf, type SampleView, yarnView } from './yarnViews';

/** A piece's part in an entry of the logbook. */
export interface EntryPiece {
  id: number;
  label: string;
  form: Form;
  side: Side;
  mass: MassFact | null;
  knotsAtM: number[];
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
  /** What was measured, while it holds. */
  sample: SampleView | null;
  /** Only where both sides were weighed. */
  balance: MassBalance | null;
}

/** A winding's own figures: what was planned and what was counted. */
export interface EntryRun {
  plan: RunPlan;
  state: RunState;
  turns: number[];
  secondsPerTurn: number | null;
}

export interface EntryPage extends Entry {
  run: EntryRun | null;
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
  return {
    ...entryOf(db, operation),
    run: runOf(db, operationId),
    whyNotUndo: whyNotUndo(db, operationId),
    whyNotRedo: whyNotRedo(db, operationId),
  };
}

function entryOf(db: Db, operation: OperationRow): Entry {
  const parts = partsOf(db, operation.id);
  const { yarnId } = everMade(db, parts[0]!.pieceId);
  const yarn = yarnView(db, yarnId)!;
  const marks = marksOfYarn(db, yarnId);
  const pieces = parts.map((part): EntryPiece => {
    const { label, form } = everMade(db, part.pieceId);
    return {
      id: part.pieceId,
      label,
      form,
      side: part.side,
      mass: massFactOf(part),
      knotsAtM: marks.filter(({ pieceId }) => pieceId === part.pieceId).map(({ atMm }) => fromMm(atMm)),
    };
  });
  const wasteG = fromMg(operation.wasteMg);
  return {
    id: operation.id,
    kind: operation.kind,
    at: operation.at,
    note: operation.note,
    live: isLive(db, operation.id),
    yarn: { id: yarn.id, name: yarn.name, colourHex: yarn.colourHex, gristMPerG: yarn.grist?.mean ?? null },
    pieces,
    wasteG,
    sample: yarn.samples.find(({ operationId }) => operationId === operation.id) ?? null,
    balance: balanceOf(pieces, wasteG),
  };
}

/** Nothing balances against a mass that only the band tells: the band is a promise, not a weighing. */
function balanceOf(pieces: readonly EntryPiece[], wasteG: number): MassBalance | null {
  const side = (wanted: Side) => pieces.filter((piece) => piece.side === wanted).map(({ mass }) => mass);
  const [before, after] = [side('in'), side('out')];
  if (before.length === 0 || [...before, ...after].some((mass) => mass?.from !== 'scale')) return null;
  const weighed = (masses: (MassFact | null)[]) =>
    masses.flatMap((mass) =>
      mass
        ? { massG: mass.massG, resolutionG: mass.from === 'scale' ? mass.resolutionG : DEFAULT_SCALE_RESOLUTION_G }
        : [],
    );
  return massBalance({ in: weighed(before), out: weighed(after), wasteG });
}

function runOf(db: Db, operationId: number): EntryRun | null {
  const run = runOfOperation(db, operationId);
  if (!run) return null;
  const plan = runPlan.parse(JSON.parse(run.plan));
  const state = runState(eventsOf(db, run.id), plan.cakes.length);
  return {
    plan,
    state,
    turns: plan.cakes.map((_, part) => turnsOn(state, part)).filter((turns) => turns > 0),
    secondsPerTurn: secondsPerTurn(state) ?? null,
  };
}
