import type { LayingWay, LeavingWay } from '../../core/twist/strandWays';
import { endsOf } from '../../core/bench/schools';
import { type Fault, faultsAfter, type PackageEnd } from '../../core/yarn/faults';
import { readingSd, stepOfSd } from '../../core/common/estimate';
import { InputError } from '../../core/common/inputError';
import { joinedFaults } from '../../core/yarn/faultPropagation';
import type { Joint, OperationKind, PieceForm, WriteOffReason } from '../../core/yarn/piece';
import type { Db } from '../../db/common/connection';
import { insertJoined, insertConsumption } from '../../db/yarn/consumption';
import {
  insertOperation,
  insertOperationPiece,
  insertUsedUp,
  type OperationPieceRow,
  operationById,
} from '../../db/yarn/operations';
import { pieceById, type PieceRow, wetBy } from '../../db/yarn/pieces';
import { projectById } from '../../db/projects/projects';
import { openRunOfPiece } from '../../db/winding/runs';
import { insertSample, NO_SAMPLE } from '../../db/yarn/samples';
import { pieceThere, putPiece, type Recorded } from './recordOperation';
import { inspect, type Inspection, keepMarks } from './faults';
import { sample, type Sampling } from './samples';
import { once } from '../common/askedBefore';
import { ConflictError } from '../common/result';
import { recordLaidLoops, recordLeaving } from './strandWays';
import { isTooMuch, type WeighedMass, type ScaleReading, massOfReading } from '../common/weighing';
import { fromMg, toMg, toMm } from '../common/storageUnits';
import { pieceView, yarnView } from './yarnViews';

/** What becomes of pieces beside winding, cutting and plying: each is recorded by one command. */

/** How much of a piece is gone: all of it, but for what is left on the scale, or so much of it. */
type Amount = 'all' | { remaining: ScaleReading } | { tookG: number } | { tookM: number };

export interface Weighing extends Recorded {
  kind: 'weigh';
  pieceId: number;
  mass: ScaleReading;
  /** Said where it may be wet still, by when it was wetted or by what it weighs. */
  isDry?: boolean;
}

export interface Treatment extends Recorded {
  kind: 'wash' | 'dye' | 'open';
  pieceIds: readonly number[];
}

interface Drying extends Recorded {
  kind: 'dry';
  pieceId: number;
  /** Null: weighed later. */
  mass: ScaleReading | null;
  /** Said where it weighs more than before it was wetted. */
  isDry?: boolean;
}

export interface Consumption extends Recorded {
  kind: 'use' | 'write off';
  pieceId: number;
  amount: Amount;
  fromEnd: PackageEnd;
  /** Why it was written off; null: it was used. */
  why: WriteOffReason | null;
  projectId: number | null;
}

interface Reeling extends Recorded {
  kind: 'reel';
  pieceId: number;
  form: 'hank' | 'mini skein';
  loops: number;
  loopM: number;
  mass: ScaleReading;
  /** What was not reeled. */
  rest: ScaleReading | null;
  fromEnd: PackageEnd;
  /** Empty: nobody looked. */
  leaving: LeavingWay | '';
  laying: LayingWay | '';
}

interface Joining extends Recorded {
  kind: 'join';
  /** In the order in which they lie, from the inner end. */
  pieceIds: readonly number[];
  form: PieceForm;
  joint: Joint;
  mass: ScaleReading | null;
}

export type Command = Weighing | Treatment | Drying | Consumption | Reeling | Joining | Sampling | Inspection;

/**
 * Records an operation, once by its key.
 *
 * @returns its number
 * @throws InputError at the field that cannot be
 * @throws ConflictError where it cannot be as things are now
 */
export function record(db: Db, command: Command, now: Date): number {
  return once(db, 'operation', command.requestKey, () => recorded(db, command, now));
}

function recorded(db: Db, command: Command, now: Date): number {
  switch (command.kind) {
    case 'weigh':
      return weigh(db, command, now);
    case 'wash':
    case 'dye':
    case 'open':
      return treat(db, command, now);
    case 'dry':
      return dry(db, command, now);
    case 'use':
    case 'write off':
      return consume(db, command, now);
    case 'reel':
      return reel(db, command, now);
    case 'join':
      return join(db, command, now);
    case 'sample':
      return sample(db, command, now);
    case 'inspect':
      return inspect(db, command, now);
  }
}

function weigh(db: Db, { pieceId, isDry, mass, note, requestKey }: Weighing, now: Date): number {
  const piece = pieceThere(db, pieceId);
  const weighed = massOfReading(mass, 'mass');
  if (!isDry) requireDry(db, piece, weighed, now, 'isDry');
  return recordWeighing(db, { pieceId, mass: weighed, note, requestKey, at: now.toISOString() });
}

/** Writes a weighing that has been checked, also one from elsewhere that was at another time. */
export function recordWeighing(
  db: Db,
  {
    pieceId,
    mass,
    ...operation
  }: { pieceId: number; mass: WeighedMass; note: string; requestKey?: string; at: string },
): number {
  const operationId = insertOperation(db, { kind: 'weigh', ...operation });
  insertOperationPiece(db, { operationId, pieceId, side: 'on', ...mass });
  return operationId;
}

const HOUR_MS = 3600_000;

/**
 * Asks about what came out of the water within the hour, or was wetted and weighs more than before.
 *
 * @throws InputError at `path`
 */
export function requireDry(db: Db, piece: PieceRow, mass: WeighedMass, weighedAt: Date, path: string): void {
  const wet = wetBy(db, piece.id);
  if (wet === null) return;
  const sinceMs = weighedAt.getTime() - Date.parse(operationById(db, wet)!.at);
  const minutes = Math.max(1, Math.round(sinceMs / 60_000));
  if (sinceMs <= HOUR_MS) throw new InputError(`it came out of the water ${minutes} min ago: is it dry already?`, path);
  requireNoHeavier(piece, mass, path);
}

/**
 * Asks about what was wetted and weighs more than it did before.
 *
 * @throws InputError at `path`
 */
export function requireNotDamp(db: Db, piece: PieceRow, mass: WeighedMass, path: string): void {
  if (wetBy(db, piece.id) !== null) requireNoHeavier(piece, mass, path);
}

/** Heavier by more than this share than before it was wetted: it may be damp still. */
const DAMP_FROM = 0.03;

function requireNoHeavier(piece: PieceRow, { massMg, resolutionMg }: WeighedMass, path: string): void {
  if (piece.massMg === null || massMg <= piece.massMg * (1 + DAMP_FROM) + (resolutionMg ?? 0)) return;
  throw new InputError(`it was ${Number(fromMg(piece.massMg).toFixed(1))} g before: still damp?`, path);
}

/** Pieces are opened, or go into the dye pot or into water: from then on these wait to be dry. */
function treat(db: Db, command: Treatment, now: Date): number {
  requireEachOnce(command.pieceIds);
  const pieces = command.pieceIds.map((id) => stillThere(db, id));
  if (command.kind === 'open' && pieces.some(({ form }) => form !== 'hank' && form !== 'mini skein'))
    throw new ConflictError('only what lies in loops is opened');
  return recordTreatment(
    db,
    pieces.map((piece) => ({ piece, mass: {} })),
    command,
    now,
  );
}

/** One entry for each yarn, as the logbook tells them; the first carries the request, and is the one that is told. */
export function recordTreatment(
  db: Db,
  pieces: readonly { piece: PieceRow; mass: Partial<OperationPieceRow> }[],
  { kind, note, requestKey }: { kind: OperationKind; note: string; requestKey: string },
  now: Date,
): number {
  const yarnIds = [...new Set(pieces.map(({ piece }) => piece.yarnId))];
  const [first] = yarnIds.map((yarnId, i) => {
    const operationId = insertOperation(db, { kind, at: now.toISOString(), note, ...(i === 0 && { requestKey }) });
    for (const { piece, mass } of pieces)
      if (piece.yarnId === yarnId) insertOperationPiece(db, { operationId, pieceId: piece.id, side: 'on', ...mass });
    return operationId;
  });
  return first!;
}

/** A piece that was washed or dyed is found to be dry. */
function dry(db: Db, { pieceId, mass, isDry, ...command }: Drying, now: Date): number {
  const piece = stillThere(db, pieceId);
  if (wetBy(db, pieceId) === null) throw new ConflictError('it was not wet, as far as the log knows');
  const weighed = mass && massOfReading(mass, 'mass');
  if (weighed && !isDry) requireNotDamp(db, piece, weighed, 'isDry');
  return recordTreatment(db, [{ piece, mass: weighed ?? {} }], command, now);
}

/** A piece, or a part of it, was used, or has gone otherwise. */
function consume(db: Db, command: Consumption, now: Date): number {
  const { pieceId, amount, projectId, why, kind, note, requestKey, fromEnd } = command;
  const piece = stillThere(db, pieceId);
  if (projectId !== null && !projectById(db, projectId)) throw new ConflictError('there is no such project');
  const remainder = amount === 'all' ? null : remainderOf(db, piece, amount);
  const operationId = insertOperation(db, { kind, at: now.toISOString(), note, requestKey, fromEnd });
  if (remainder) insertOperationPiece(db, { operationId, pieceId, side: 'on', ...remainder });
  else insertUsedUp(db, operationId, piece);
  insertConsumption(db, {
    operationId,
    massMg: piece.massMg === null ? null : piece.massMg - (remainder?.massMg ?? 0),
    why,
    projectId: kind === 'use' ? projectId : null,
  });
  return operationId;
}

/** How far what is said to have been taken may be out. */
const REPORTED_SHARE = 0.05;

/** What is left of a piece, as it was weighed, or less what was taken. */
function remainderOf(db: Db, piece: PieceRow, amount: Exclude<Amount, 'all'>): WeighedMass {
  if ('remaining' in amount) {
    const left = massOfReading(amount.remaining, 'mass');
    if (piece.massMg !== null && left.massMg >= piece.massMg)
      throw new InputError(`it weighed ${grams(piece.massMg)} before: nothing is gone, by this scale`, 'mass');
    return left;
  }
  if (piece.massMg === null) throw new InputError('it was never weighed; weigh what is left', 'took');
  const { grist } = pieceView(db, yarnView(db, piece.yarnId)!, piece);
  if ('tookM' in amount && !grist)
    throw new InputError('the length of a gram is not known: say how many grams', 'took');
  const tookG = 'tookG' in amount ? amount.tookG : amount.tookM / grist!.mean;
  const remainingMg = piece.massMg - toMg(tookG);
  if (remainingMg <= 0) throw new InputError(`it weighed ${grams(piece.massMg)}: then all of it is gone`, 'took');
  // Not weighed by itself: as sure as what was said, put as the step of a scale.
  const sdG = Math.hypot(tookG * REPORTED_SHARE, readingSd(fromMg(piece.resolutionMg ?? 0)));
  return {
    massMg: remainingMg,
    massFrom: 'scale',
    tareMg: 0,
    resolutionMg: Math.max(1, toMg(stepOfSd(sdG))),
    humidityPercent: piece.humidityPercent,
  };
}

const grams = (massMg: number) => `${Number(fromMg(massMg).toFixed(1))} g`;

/** A skein is made of what is wound: so many loops round a reel, which measure it by the way. */
function reel(db: Db, { pieceId, ...command }: Reeling, now: Date): number {
  const piece = stillThere(db, pieceId);
  if (piece.form === 'hank' || piece.form === 'mini skein') throw new ConflictError('it lies in loops already');
  const [mass, rest] = [massOfReading(command.mass, 'mass'), command.rest && massOfReading(command.rest, 'rest')];
  requireNoMore(piece, mass.massMg + (rest ? rest.massMg : 0));
  const operationId = insertOperation(db, {
    kind: 'reel',
    at: now.toISOString(),
    note: command.note,
    requestKey: command.requestKey,
    fromEnd: command.fromEnd,
  });
  insertUsedUp(db, operationId, piece);
  recordLeaving(db, operationId, { form: piece.form, fromEnd: command.fromEnd }, command.leaving);
  const lengthM = command.loops * command.loopM;
  const skeinId = putPiece(
    db,
    operationId,
    { yarnId: piece.yarnId, form: command.form, loopMm: toMm(command.loopM) },
    mass,
  );
  recordLaidLoops(db, { operationId, pieceId: skeinId, loopM: command.loopM, way: command.laying });
  insertSample(db, {
    ...NO_SAMPLE,
    operationId,
    pieceId: skeinId,
    how: 'reel',
    washed: 0,
    lengthMm: toMm(lengthM),
    massMg: mass.massMg,
    resolutionMg: mass.resolutionMg,
    humidityPercent: mass.humidityPercent,
    loops: command.loops,
    loopMm: toMm(command.loopM),
  });
  const restId = rest ? putPiece(db, operationId, piece, rest) : null;
  const restM = rest ? (lengthM * rest.massMg) / mass.massMg : 0;
  const along = pieceView(db, yarnView(db, piece.yarnId)!, piece);
  const after = faultsAfter({
    lengthM: along.lengthM?.mean ?? lengthM + restM,
    faults: along.faults,
    fromEnd: command.fromEnd,
    partsM: [lengthM],
    restM,
  });
  keepMarks(db, operationId, skeinId, after.parts[0]!);
  if (restId !== null) keepMarks(db, operationId, restId, after.rest);
  return operationId;
}

/** Several pieces of one yarn become one. */
function join(db: Db, command: Joining, now: Date): number {
  const ids = command.pieceIds;
  requireEachOnce(ids);
  if (ids.length < 2) throw new InputError('choose what is joined to it', 'pieceIds');
  const rows = ids.map((id) => stillThere(db, id));
  const [first] = rows as [PieceRow, ...PieceRow[]];
  if (rows.some(({ yarnId }) => yarnId !== first.yarnId))
    throw new InputError('only pieces of one yarn can be joined', 'pieceIds');
  const mass = command.mass && massOfReading(command.mass, 'mass');
  const together = rows.reduce<number | null>(
    (sum, { massMg }) => (sum === null || massMg === null ? null : sum + massMg),
    0,
  );
  if (mass) requireNoMore({ massMg: together }, mass.massMg);
  const operationId = insertOperation(db, {
    kind: 'join',
    at: now.toISOString(),
    note: command.note,
    requestKey: command.requestKey,
  });
  insertJoined(db, operationId, command.joint, ids);
  for (const row of rows) insertUsedUp(db, operationId, row);
  const { yarnId } = first;
  const wholeId = putPiece(db, operationId, { yarnId, form: command.form, loopMm: null }, mass ?? togetherOf(rows));
  keepMarks(db, operationId, wholeId, faultsOfWhole(db, rows, wholeId, command.joint));
  return operationId;
}

/** What was not weighed as a whole weighs what its parts did, and is as unsure as they are together. */
function togetherOf(rows: readonly PieceRow[]): WeighedMass | null {
  if (rows.some(({ massFrom }) => massFrom !== 'scale')) return null;
  return {
    massMg: rows.reduce((sum, { massMg }) => sum + massMg!, 0),
    massFrom: 'scale',
    tareMg: 0,
    resolutionMg: Math.round(Math.hypot(...rows.map(({ resolutionMg }) => resolutionMg!))),
    humidityPercent: null,
  };
}

/** Nothing can be placed along what is of no known length. */
function faultsOfWhole(db: Db, rows: readonly PieceRow[], wholeId: number, joint: 'knot' | 'splice'): Fault[] {
  const yarn = yarnView(db, rows[0]!.yarnId)!;
  const parts = rows.map((row) => {
    const { lengthM, faults } = pieceView(db, yarn, row);
    return { lengthM: lengthM?.mean ?? null, faults, fromEnd: endsOf(row.form)[0]! };
  });
  if (parts.some(({ lengthM }) => lengthM === null)) return [];
  const whole = pieceView(db, yarn, pieceById(db, wholeId)!);
  return joinedFaults(
    parts.map((part) => ({ ...part, lengthM: part.lengthM! })),
    joint,
    whole.lengthM?.mean,
  );
}

export function requireEachOnce(pieceIds: readonly number[]): void {
  if (new Set(pieceIds).size < pieceIds.length) throw new InputError('one of these is there twice', 'pieceIds');
}

function requireNoMore({ massMg }: Pick<PieceRow, 'massMg'>, outMg: number): void {
  if (massMg !== null && isTooMuch(outMg, massMg))
    throw new InputError(`that is more than the ${grams(massMg)} that went in; weigh it again`, 'mass');
}

function stillThere(db: Db, pieceId: number): PieceRow {
  const piece = pieceThere(db, pieceId);
  if (openRunOfPiece(db, pieceId)) throw new ConflictError('it is on the bench for something else');
  return piece;
}
