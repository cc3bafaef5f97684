import { z } from 'zod';
import { endsOf } from '../../core/bench/schools';
import { type Fault, faultsAfter, PACKAGE_ENDS } from '../../core/yarn/faults';
import { parseLoopM } from '../../core/bench/hankLoop';
import { InputError } from '../../core/common/inputError';
import { joinedFaults } from '../../core/yarn/faultPropagation';
import { JOINTS, type OperationKind, WRITE_OFF_REASONS } from '../../core/yarn/piece';
import { parseAmount, type UnitSystem } from '../../core/common/units';
import type { Db } from '../../db/common/connection';
import { insertJoined, insertConsumption } from '../../db/yarn/consumption';
import { insertOperation, insertOperationPiece, insertUsedUp, type OperationPieceRow } from '../../db/yarn/operations';
import { pieceById, type PieceRow, wetBy } from '../../db/yarn/pieces';
import { projectById } from '../../db/projects/projects';
import { openRunOfPiece } from '../../db/winding/runs';
import { insertSample, NO_SAMPLE } from '../../db/yarn/samples';
import { recordOnce, pieceThere, putPiece } from './recordOperation';
import { keepMarks } from './faults';
import { longText, quantity, read, readOptional, requestKey, wholeNumber } from '../common/fields';
import { undoOperation } from './pieces';
import { runForm, ConflictError, type SaveResult } from '../common/result';
import { recordLaidLoops, recordLeaving, layingWay, leavingWay } from './strandWays';
import { isTooMuch, weighedMass, type WeighedMass, weighingFields } from '../common/weighing';
import { fromMg, toMg, toMm } from '../common/storageUnits';
import { pieceView, yarnView } from './yarnViews';

/** What becomes of pieces beside winding, cutting and plying: opened, washed, dyed, dried, reeled, joined, used, gone. */

const pieceIds = z
  .array(z.int().positive())
  .min(1, 'say which')
  .max(500)
  .refine((ids) => new Set(ids).size === ids.length, 'one of these is there twice');

const treatForm = z.strictObject({
  requestKey,
  kind: z.enum(['open', 'dye', 'wash']),
  pieceIds,
  note: longText,
});
export type TreatForm = z.input<typeof treatForm>;

/** Pieces are opened, or go into the dye pot or into water: from then on these wait to be dry. */
export function treatPieces(db: Db, input: unknown, now: Date): SaveResult {
  return recordOnce(db, treatForm, input, (form) => {
    const pieces = form.pieceIds.map((id) => stillThere(db, id));
    if (form.kind === 'open' && pieces.some(({ form }) => form !== 'hank' && form !== 'mini skein'))
      throw new ConflictError('only what lies in loops is opened');
    return recordTreatment(
      db,
      pieces.map((piece) => ({ piece, mass: {} })),
      form,
      now,
    );
  });
}

/** Takes pieces out of the pot or the water again, of whichever yarns they are. */
export function untreatPieces(db: Db, ids: readonly number[], now: Date): SaveResult {
  return runForm(z.null(), null, () =>
    db
      .transaction(() => {
        const operations = new Set(ids.flatMap((id) => wetBy(db, id) ?? []));
        if (operations.size === 0) throw new ConflictError('there is nothing here to undo');
        for (const id of operations) {
          const undone = undoOperation(db, id, now);
          if (!undone.ok) throw new ConflictError(Object.values(undone.errors).join('. '));
        }
        return operations.values().next().value!;
      })
      .immediate(),
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

function dryForm(system: UnitSystem) {
  return z.strictObject({
    requestKey,
    /** Empty: weighed later. */
    mass: readOptional(quantity('mass', system)),
    ...weighingFields(system),
    note: longText,
  });
}
export type DriedForm = z.input<ReturnType<typeof dryForm>>;

/** A piece that was washed or dyed is found to be dry. */
export function markDry(db: Db, pieceId: number, input: unknown, system: UnitSystem, now: Date): SaveResult {
  return recordOnce(db, dryForm(system), input, (form) => {
    const piece = stillThere(db, pieceId);
    if (wetBy(db, pieceId) === null) throw new ConflictError('it was not wet, as far as the log knows');
    const mass = form.mass === null ? {} : weighedMass(form.mass, form, 'mass');
    return recordTreatment(db, [{ piece, mass }], { ...form, kind: 'dry' }, now);
  });
}

function consumeForm(system: UnitSystem) {
  return z.strictObject({
    requestKey,
    /** All of it; or a part, by what is left on the scale, or by what was taken. */
    howMuch: z.enum(['all', 'left', 'took']),
    mass: readOptional(quantity('mass', system)),
    took: readOptional((typed) => parseAmount(typed, system, '')),
    fromEnd: z.enum(PACKAGE_ENDS),
    ...weighingFields(system),
    /** Why it was written off; null: it was used. */
    why: z.enum(WRITE_OFF_REASONS).nullable(),
    projectId: z.int().positive().nullable(),
    note: longText,
  });
}
export type ConsumeForm = z.input<ReturnType<typeof consumeForm>>;
type Consumption = z.output<ReturnType<typeof consumeForm>>;

/** A piece, or a part of it, was used, or has gone otherwise. */
export function consumePiece(db: Db, pieceId: number, input: unknown, system: UnitSystem, now: Date): SaveResult {
  return recordOnce(db, consumeForm(system), input, (form) => {
    const piece = stillThere(db, pieceId);
    if (form.projectId !== null && !projectById(db, form.projectId))
      throw new ConflictError('there is no such project');
    const left = form.howMuch === 'all' ? null : leftOf(db, piece, form);
    const operationId = insertOperation(db, {
      kind: form.why === null ? 'use' : 'write off',
      at: now.toISOString(),
      note: form.note,
      requestKey: form.requestKey,
      fromEnd: form.fromEnd,
    });
    if (left) insertOperationPiece(db, { operationId, pieceId, side: 'on', ...left });
    else insertUsedUp(db, operationId, piece);
    insertConsumption(db, {
      operationId,
      massMg: piece.massMg === null ? null : piece.massMg - (left?.massMg ?? 0),
      why: form.why,
      projectId: form.why === null ? form.projectId : null,
    });
    return operationId;
  });
}

/** How far what is said to have been taken may be out. */
const REPORTED_SHARE = 0.05;
const STEPS_PER_SD = Math.sqrt(12);

/** What is left of a piece, as it was weighed, or less what was taken. */
function leftOf(db: Db, piece: PieceRow, form: Consumption): WeighedMass {
  if (form.howMuch === 'left') {
    if (form.mass === null) throw new InputError('what does the rest weigh?', 'mass');
    const left = weighedMass(form.mass, form, 'mass');
    if (piece.massMg !== null && left.massMg >= piece.massMg)
      throw new InputError(`it weighed ${grams(piece.massMg)} before: nothing is gone, by this scale`, 'mass');
    return left;
  }
  if (form.took === null) throw new InputError('how much was taken?', 'took');
  if (piece.massMg === null) throw new InputError('it was never weighed; weigh what is left', 'took');
  const { grist } = pieceView(db, yarnView(db, piece.yarnId)!, piece);
  if ('metres' in form.took && !grist)
    throw new InputError('how long a gram of it is, nobody knows: say how many grams', 'took');
  const tookG = 'grams' in form.took ? form.took.grams : form.took.metres / grist!.mean;
  const remainingMg = piece.massMg - toMg(tookG);
  if (remainingMg <= 0) throw new InputError(`it weighed ${grams(piece.massMg)}: then all of it is gone`, 'took');
  // Not weighed by itself: as sure as what was said, put as the step of a scale.
  const sdG = Math.hypot(tookG * REPORTED_SHARE, fromMg(piece.resolutionMg ?? 0) / STEPS_PER_SD);
  return {
    massMg: remainingMg,
    massFrom: 'scale',
    tareMg: 0,
    resolutionMg: Math.max(1, toMg(sdG * STEPS_PER_SD)),
    humidityPercent: piece.humidityPercent,
  };
}

const grams = (massMg: number) => `${Number(fromMg(massMg).toFixed(1))} g`;

function reelForm(system: UnitSystem) {
  return z.strictObject({
    requestKey,
    form: z.enum(['hank', 'mini skein']),
    loops: read(wholeNumber(1, 100_000)),
    loop: read((typed) => parseLoopM(typed, system, '')),
    mass: read(quantity('mass', system)),
    /** What was not reeled; empty: nothing. */
    rest: readOptional(quantity('mass', system)),
    ...weighingFields(system),
    fromEnd: z.enum(PACKAGE_ENDS),
    left: leavingWay,
    laid: layingWay,
    note: longText,
  });
}
export type ReelForm = z.input<ReturnType<typeof reelForm>>;

/** A skein is made of what is wound: so many loops round a reel, which measure it by the way. */
export function reelPiece(db: Db, pieceId: number, input: unknown, system: UnitSystem, now: Date): SaveResult {
  return recordOnce(db, reelForm(system), input, (form) => {
    const piece = stillThere(db, pieceId);
    if (piece.form === 'hank' || piece.form === 'mini skein') throw new ConflictError('it lies in loops already');
    const [mass, rest] = [weighedMass(form.mass, form, 'mass'), form.rest && weighedMass(form.rest, form, 'rest')];
    requireNoMore(piece, mass.massMg + (rest ? rest.massMg : 0));
    const operationId = insertOperation(db, {
      kind: 'reel',
      at: now.toISOString(),
      note: form.note,
      requestKey: form.requestKey,
      fromEnd: form.fromEnd,
    });
    insertUsedUp(db, operationId, piece);
    recordLeaving(db, operationId, { form: piece.form, fromEnd: form.fromEnd }, form.left);
    const lengthM = form.loops * form.loop;
    const skeinId = putPiece(db, operationId, { yarnId: piece.yarnId, form: form.form, loopMm: toMm(form.loop) }, mass);
    recordLaidLoops(db, { operationId, pieceId: skeinId, loopM: form.loop, way: form.laid });
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
      loops: form.loops,
      loopMm: toMm(form.loop),
    });
    const restId = rest ? putPiece(db, operationId, piece, rest) : null;
    const restM = rest ? (lengthM * rest.massMg) / mass.massMg : 0;
    const along = pieceView(db, yarnView(db, piece.yarnId)!, piece);
    const after = faultsAfter({
      lengthM: along.lengthM?.mean ?? lengthM + restM,
      faults: along.faults,
      fromEnd: form.fromEnd,
      partsM: [lengthM],
      restM,
    });
    keepMarks(db, operationId, skeinId, after.parts[0]!);
    if (restId !== null) keepMarks(db, operationId, restId, after.rest);
    return operationId;
  });
}

function joinForm(system: UnitSystem) {
  return z.strictObject({
    requestKey,
    /** In the order in which they lie, from the inner end. */
    pieceIds: pieceIds.min(2, 'choose what is joined to it'),
    form: z.enum(['cake', 'ball', 'hank', 'cone', 'bobbin']),
    joint: z.enum(JOINTS),
    mass: readOptional(quantity('mass', system)),
    ...weighingFields(system),
    note: longText,
  });
}
export type JoinForm = z.input<ReturnType<typeof joinForm>>;

/** Several pieces of one yarn become one. */
export function joinPieces(db: Db, input: unknown, system: UnitSystem, now: Date): SaveResult {
  return recordOnce(db, joinForm(system), input, (form) => {
    const ids = [...new Set(form.pieceIds)];
    if (ids.length < 2) throw new InputError('choose what is joined to it', 'pieceIds');
    const rows = ids.map((id) => stillThere(db, id));
    const [first] = rows as [PieceRow, ...PieceRow[]];
    if (rows.some(({ yarnId }) => yarnId !== first.yarnId))
      throw new InputError('only pieces of one yarn can be joined', 'pieceIds');
    const mass = form.mass === null ? null : weighedMass(form.mass, form, 'mass');
    const together = rows.reduce<number | null>(
      (sum, { massMg }) => (sum === null || massMg === null ? null : sum + massMg),
      0,
    );
    if (mass) requireNoMore({ massMg: together }, mass.massMg);
    const operationId = insertOperation(db, {
      kind: 'join',
      at: now.toISOString(),
      note: form.note,
      requestKey: form.requestKey,
    });
    insertJoined(db, operationId, form.joint, ids);
    for (const row of rows) insertUsedUp(db, operationId, row);
    const { yarnId } = first;
    const wholeId = putPiece(db, operationId, { yarnId, form: form.form, loopMm: null }, mass ?? togetherOf(rows));
    keepMarks(db, operationId, wholeId, faultsOfWhole(db, rows, wholeId, form.joint));
    return operationId;
  });
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

function requireNoMore({ massMg }: Pick<PieceRow, 'massMg'>, outMg: number): void {
  if (massMg !== null && isTooMuch(outMg, massMg))
    throw new InputError(`that is more than the ${grams(massMg)} that went in; weigh it again`, 'mass');
}

function stillThere(db: Db, pieceId: number): PieceRow {
  const piece = pieceThere(db, pieceId);
  if (openRunOfPiece(db, pieceId)) throw new ConflictError('it is on the bench for something else');
  return piece;
}
