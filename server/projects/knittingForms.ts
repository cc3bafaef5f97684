import { z } from 'zod';
import { inWords, readingFigure } from '../../core/common/format';
import { InputError } from '../../core/common/inputError';
import type { UnitSystem } from '../../core/common/units';
import { type Border, BORDER_KINDS } from '../../core/projects/rowForecast';
import { MOST_ROWS, type RowPattern, rowSums } from '../../core/projects/rowPattern';
import { parseGauge } from '../../core/yarn/gauge';
import type { Db } from '../../db/common/connection';
import {
  insertKnitting,
  insertRowWeighing,
  knittingById,
  markKnitting,
  type NewKnitting,
  type RowWeighingRow,
  rowWeighingsOf,
  updateKnitting,
} from '../../db/projects/knittings';
import { projectById, type ProjectMark } from '../../db/projects/projects';
import type { PieceRow } from '../../db/yarn/pieces';
import { once } from '../common/askedBefore';
import {
  amount,
  longText,
  number,
  onlyAsked,
  quantity,
  read,
  readOptional,
  requestKey,
  text,
  wholeNumber,
} from '../common/fields';
import { ConflictError, runForm, type SaveResult, saving } from '../common/result';
import { fromMg } from '../common/storageUnits';
import { massOfReading, readingOfForm, SCALE_FIELDS, type ScaleReading, weighingFields } from '../common/weighing';
import { record } from '../yarn/operationCommands';
import { pieceThere } from '../yarn/recordOperation';
import { endUsed } from '../yarn/workedEnd';
import { yarnView } from '../yarn/yarnViews';
import { yarnsFor } from './knitting';

/** The forms of what is knitted row by row, and of its weighings. */

const optionalCount = (most: number) => readOptional(wholeNumber(1, most));

function knittingFields(system: UnitSystem) {
  return {
    requestKey,
    name: text.min(1, 'give it a name'),
    projectId: z.int().positive().nullable(),
    rows: z.enum(['even', 'grow', 'shrink', 'chart', 'unknown']),
    /** In each row, or in the first one. */
    stitches: optionalCount(5000),
    /** So many stitches more, or fewer, after every so many rows. */
    change: optionalCount(1000),
    every: optionalCount(1000),
    chart: longText,
    lastRow: optionalCount(MOST_ROWS),
    border: z.enum(['none', ...BORDER_KINDS]),
    borderAmount: readOptional(amount(system)),
    borderRows: optionalCount(1000),
    borderTimes: readOptional(number(0.5, 100)),
    gauge: readOptional((typed) => parseGauge(typed, '')),
  };
}

function rowWeighingFields(system: UnitSystem) {
  return {
    rowsDone: read(wholeNumber(0, MOST_ROWS)),
    mass: readOptional(quantity('mass', system)),
    ...weighingFields(system),
  };
}

const changeForm = (system: UnitSystem) => z.strictObject(knittingFields(system));
const beginForm = (system: UnitSystem) => z.strictObject({ ...knittingFields(system), ...rowWeighingFields(system) });
const weighForm = (system: UnitSystem) =>
  z.strictObject({
    requestKey,
    pieceId: z.int().positive(),
    ...rowWeighingFields(system),
    /** The ball ended with this row. */
    usedUp: z.boolean(),
    note: longText,
  });

/** What was typed of the kinds of rows and of border that were chosen in the end. */
function knittingAsked(input: unknown): unknown {
  const steps = ['stitches', 'change', 'every'];
  const ofRows = { even: ['stitches'], grow: steps, shrink: steps, chart: ['chart'], unknown: [] };
  const ofBorder = { none: [], amount: ['borderAmount'], rows: ['borderRows'], width: ['borderTimes', 'gauge'] };
  return onlyAsked(onlyAsked(input, 'rows', ofRows), 'border', ofBorder);
}

export type ChangeKnittingForm = z.input<ReturnType<typeof changeForm>>;
export type BeginKnittingForm = z.input<ReturnType<typeof beginForm>>;
export type RowWeighingForm = z.input<ReturnType<typeof weighForm>>;

/** Begins a knitting from a piece, with its first weighing where that is said. */
export function beginKnitting(db: Db, pieceId: number, input: unknown, system: UnitSystem, now: Date): SaveResult {
  return runForm(beginForm(system), knittingAsked(input), (form) =>
    once(db, 'knitting', form.requestKey, () => {
      pieceThere(db, pieceId);
      const knitting = { ...checkedKnitting(db, form), pieceId };
      const id = insertKnitting(db, { ...knitting, createdAt: now.toISOString(), requestKey: form.requestKey });
      if (form.mass !== null)
        recordRowWeighing(
          db,
          { ...knitting, id },
          {
            ...form,
            requestKey: `${form.requestKey} first`.slice(-80),
            pieceId,
            reading: readingOfForm(form.mass, form),
            note: '',
          },
          now,
        );
      return id;
    }),
  );
}

export function changeKnitting(db: Db, id: number, input: unknown, system: UnitSystem): SaveResult {
  return runForm(changeForm(system), knittingAsked(input), (form) => {
    if (!knittingById(db, id)) throw new ConflictError('this knitting is not there any more');
    const knitting = checkedKnitting(db, form);
    const weighed = Math.max(0, ...rowWeighingsOf(db, id).map(({ rowsDone }) => rowsDone));
    const { rows } = rowSums(knitting.pattern);
    if (weighed > rows) throw new InputError(`this pattern has ${rows} rows, and row ${weighed} was weighed`, 'rows');
    updateKnitting(db, id, knitting);
    return id;
  });
}

/** Finishes or deletes a knitting, or takes that back; its weighings stay in the log. */
export function markedKnitting(db: Db, id: number, mark: ProjectMark, on: boolean, now: Date): SaveResult {
  return saving(() => {
    if (!knittingById(db, id)) throw new ConflictError('this knitting is not there');
    markKnitting(db, id, mark, on ? now.toISOString() : null);
    return id;
  });
}

/** Keeps what the ball weighs after so many rows. */
export function weighRow(db: Db, id: number, input: unknown, system: UnitSystem, now: Date): SaveResult {
  const asked = onlyAsked(input, 'usedUp', { true: [], false: SCALE_FIELDS });
  return runForm(weighForm(system), asked, ({ usedUp, ...form }) => {
    const knitting = knittingById(db, id);
    if (!knitting) throw new ConflictError('this knitting is not there any more');
    if (knitting.finishedAt ?? knitting.deletedAt)
      throw new ConflictError('it is off the needles: bring it back first');
    if (!usedUp && form.mass === null) throw new InputError('what does the ball weigh?', 'mass');
    return recordRowWeighing(db, knitting, { ...form, reading: usedUp ? null : readingOfForm(form.mass, form) }, now);
  });
}

type Fields = z.output<ReturnType<typeof changeForm>>;

function checkedKnitting(db: Db, form: Fields): Omit<NewKnitting, 'pieceId'> {
  const { name, projectId, lastRow } = form;
  if (projectId !== null && !projectById(db, projectId)) throw new ConflictError('there is no such project');
  const pattern = patternOf(form);
  const { rows } = rowSums(pattern);
  if (lastRow !== null && lastRow > rows) throw new InputError(`its pattern has only ${rows} rows`, 'lastRow');
  return { name, projectId, pattern, lastRow, border: borderOf(form) };
}

function patternOf({ rows, stitches, change, every, chart }: Fields): RowPattern {
  switch (rows) {
    case 'even':
      return { kind: 'even', stitches };
    case 'unknown':
      return { kind: 'unknown' };
    case 'chart':
      try {
        rowSums({ kind: 'chart', text: chart });
      } catch (error) {
        throw error instanceof InputError ? new InputError(error.message, 'chart') : error;
      }
      return { kind: 'chart', text: chart };
    case 'grow':
    case 'shrink':
      return {
        kind: 'stepped',
        stitches: entered(stitches, 'stitches', 'how many stitches has the first row?'),
        change: entered(change, 'change', 'by how many?') * (rows === 'grow' ? 1 : -1),
        every: entered(every, 'every', 'after how many rows?'),
      };
  }
}

function borderOf({ border, borderAmount, borderRows, borderTimes, gauge, rows, stitches }: Fields): Border | null {
  switch (border) {
    case 'none':
      return null;
    case 'amount':
      return { kind: border, amount: entered(borderAmount, 'borderAmount', 'how much does it take?') };
    case 'rows':
      return { kind: border, rows: entered(borderRows, 'borderRows', 'how many rows?') };
    case 'width':
      if (rows === 'unknown' || (rows === 'even' && stitches === null))
        throw new InputError(
          'the width of a row is not known: give its stitches',
          rows === 'even' ? 'stitches' : 'border',
        );
      return {
        kind: border,
        times: entered(borderTimes, 'borderTimes', 'how many times as long as the row?'),
        stitchesPer10Cm: entered(gauge, 'gauge', 'at which gauge?').stitchesPer10Cm,
      };
  }
}

function entered<T>(value: T | null, path: string, question: string): T {
  if (value === null) throw new InputError(question, path);
  return value;
}

interface NewRowWeighing {
  requestKey: string;
  pieceId: number;
  rowsDone: number;
  /** Null: the ball ended with this row. */
  reading: ScaleReading | null;
  note: string;
}

/** What is gone of the ball is used up in the log too, for the knitting's project. */
function recordRowWeighing(
  db: Db,
  knitting: NewKnitting & { id: number },
  { requestKey, pieceId, rowsDone, reading, note }: NewRowWeighing,
  now: Date,
): number {
  return once(db, 'operation', requestKey, () => {
    const piece = pieceThere(db, pieceId, 'this ball is');
    if (!yarnsFor(db, knitting).has(piece.yarnId)) throw new ConflictError('this ball is of another yarn');
    const last = rowWeighingsOf(db, knitting.id).at(-1);
    const { rows } = rowSums(knitting.pattern);
    if (rowsDone > rows) throw new InputError(`its pattern has only ${rows} rows`, 'rowsDone');
    const about = { requestKey, pieceId, note: note || `${knitting.name}, row ${rowsDone}` };
    const operationId = record(db, { ...about, ...goneBy(db, knitting, piece, last, rowsDone, reading) }, now);
    insertRowWeighing(db, { operationId, knittingId: knitting.id, pieceId, rowsDone });
    return operationId;
  });
}

/** A weighing alone, where nothing is gone: at the first row, after ripping back, or by a scale that is too coarse. */
function goneBy(
  db: Db,
  { projectId }: NewKnitting,
  piece: PieceRow,
  last: RowWeighingRow | undefined,
  rowsDone: number,
  reading: ScaleReading | null,
) {
  const goesOn = last?.pieceId === piece.id && rowsDone >= last.rowsDone;
  if (reading === null && last?.pieceId !== piece.id)
    throw new InputError('nothing was knitted from it yet: weigh it first', 'usedUp');
  const used = {
    kind: 'use' as const,
    fromEnd: endUsed(db, yarnView(db, piece.yarnId)!, piece.id),
    why: null,
    projectId,
  };
  if (reading === null) return { ...used, amount: 'all' as const };
  const { massMg, resolutionMg } = massOfReading(reading, 'mass');
  const isLess = piece.massMg !== null && massMg < piece.massMg;
  const coarseMg = (resolutionMg ?? 0) + (piece.resolutionMg ?? 0);
  if (goesOn && rowsDone > last.rowsDone && massMg > piece.massMg! + coarseMg) {
    const before = inWords(readingFigure(fromMg(piece.massMg!), fromMg(piece.resolutionMg ?? 1), 'metric'));
    throw new InputError(
      `after row ${last.rowsDone} it weighed ${before}: is this another ball, or were rows ripped back?`,
      'mass',
    );
  }
  const begins = last === undefined && rowsDone === 0;
  return isLess && !begins
    ? { ...used, amount: { remaining: reading } }
    : { kind: 'weigh' as const, mass: reading, isDry: true };
}
