import { record, type Consumption } from './operationCommands';
import { z } from 'zod';
import { PACKAGE_ENDS } from '../../core/yarn/faults';
import { parseLoopM } from '../../core/bench/hankLoop';
import { InputError } from '../../core/common/inputError';
import { JOINTS, WRITE_OFF_REASONS } from '../../core/yarn/piece';
import { parseAmount, type UnitSystem } from '../../core/common/units';
import type { Db } from '../../db/common/connection';
import { wetBy } from '../../db/yarn/pieces';
import { longText, onlyAsked, quantity, read, readOptional, requestKey, wholeNumber } from '../common/fields';
import { undoEach } from './pieces';
import { runForm, ConflictError, type SaveResult, saving } from '../common/result';
import { layingWay, leavingWay } from './strandWays';
import { readingOfForm, SCALE_FIELDS, weighingFields } from '../common/weighing';

/** The forms of what becomes of pieces, each read into its command. */

const pieceIds = z.array(z.int().positive()).min(1, 'say which').max(500);

const treatForm = z.strictObject({
  requestKey,
  kind: z.enum(['open', 'dye', 'wash']),
  pieceIds,
  note: longText,
});
export type TreatForm = z.input<typeof treatForm>;

/** Pieces are opened, or go into the dye pot or into water. */
export function treatPieces(db: Db, input: unknown, now: Date): SaveResult {
  return runForm(treatForm, input, (form) => record(db, form, now));
}

/** Takes pieces out of the pot or the water again, of whichever yarns they are. */
export function untreatPieces(db: Db, ids: readonly number[], now: Date): SaveResult {
  return saving(() =>
    db
      .transaction(() => {
        const operations = new Set(ids.flatMap((id) => wetBy(db, id) ?? []));
        if (operations.size === 0) throw new ConflictError('there is nothing here to undo');
        undoEach(db, operations, now);
        return operations.values().next().value!;
      })
      .immediate(),
  );
}

/** Said where it may be wet still. */
const isDry = z.boolean().optional();

function weighForm(system: UnitSystem) {
  return z.strictObject({
    requestKey,
    mass: read(quantity('mass', system)),
    ...weighingFields(system),
    note: longText,
    isDry,
  });
}
export type WeighForm = z.input<ReturnType<typeof weighForm>>;

/** Keeps what the scale shows for a piece. */
export function weighPiece(db: Db, pieceId: number, input: unknown, system: UnitSystem, now: Date): SaveResult {
  return runForm(weighForm(system), input, ({ mass, tare, humidity, scaleResolutionG, ...form }) =>
    record(
      db,
      { kind: 'weigh', pieceId, ...form, mass: readingOfForm(mass, { tare, humidity, scaleResolutionG }) },
      now,
    ),
  );
}

function dryForm(system: UnitSystem) {
  return z.strictObject({
    requestKey,
    /** Empty: weighed later. */
    mass: readOptional(quantity('mass', system)),
    ...weighingFields(system),
    note: longText,
    isDry,
  });
}
export type DriedForm = z.input<ReturnType<typeof dryForm>>;

/** A piece that was washed or dyed is found to be dry. */
export function markDry(db: Db, pieceId: number, input: unknown, system: UnitSystem, now: Date): SaveResult {
  return runForm(dryForm(system), input, (form) =>
    record(
      db,
      {
        kind: 'dry',
        pieceId,
        requestKey: form.requestKey,
        note: form.note,
        isDry: form.isDry,
        mass: readingOfForm(form.mass, form),
      },
      now,
    ),
  );
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

/** A piece, or a part of it, was used, or has gone otherwise. */
export function consumePiece(db: Db, pieceId: number, input: unknown, system: UnitSystem, now: Date): SaveResult {
  const asked = onlyAsked(input, 'howMuch', { all: [], left: SCALE_FIELDS, took: ['took'] });
  return runForm(consumeForm(system), asked, (form) => {
    const { requestKey, note, why, projectId, fromEnd } = form;
    const kind = why === null ? 'use' : 'write off';
    return record(db, { kind, pieceId, amount: amountOf(form), requestKey, note, why, projectId, fromEnd }, now);
  });
}

function amountOf(form: z.output<ReturnType<typeof consumeForm>>): Consumption['amount'] {
  if (form.howMuch === 'all') return 'all';
  if (form.howMuch === 'left') {
    if (form.mass === null) throw new InputError('what does the rest weigh?', 'mass');
    return { remaining: readingOfForm(form.mass, form) };
  }
  if (form.took === null) throw new InputError('how much was taken?', 'took');
  return 'grams' in form.took ? { tookG: form.took.grams } : { tookM: form.took.metres };
}

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

/** A skein is made of what is wound. */
export function reelPiece(db: Db, pieceId: number, input: unknown, system: UnitSystem, now: Date): SaveResult {
  return runForm(reelForm(system), input, (form) =>
    record(
      db,
      {
        kind: 'reel',
        pieceId,
        requestKey: form.requestKey,
        note: form.note,
        form: form.form,
        loops: form.loops,
        loopM: form.loop,
        mass: readingOfForm(form.mass, form),
        rest: readingOfForm(form.rest, form),
        fromEnd: form.fromEnd,
        leaving: form.left,
        laying: form.laid,
      },
      now,
    ),
  );
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
  return runForm(joinForm(system), input, ({ requestKey, note, pieceIds, form, joint, ...scale }) =>
    record(
      db,
      {
        kind: 'join',
        requestKey,
        note,
        pieceIds,
        form,
        joint,
        mass: readingOfForm(scale.mass, scale),
      },
      now,
    ),
  );
}
