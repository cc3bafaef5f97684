import { z } from 'zod';
import { type FibreShare, parseFibres } from '../../core/yarn/fibre';
import { parseLoopM } from '../../core/bench/hankLoop';
import { InputError } from '../../core/common/inputError';
import { parseCare } from '../../core/yarn/care';
import { parseGauge } from '../../core/yarn/gauge';
import { parseToolMm } from '../../core/yarn/needle';
import { type PieceForm, PIECE_FORMS } from '../../core/yarn/piece';
import { requireWithin } from '../../core/common/require';
import { parseTurnsPerM } from '../../core/twist/twist';
import { bandTexts } from '../../core/yarn/band';
import { gristDoubt } from '../../core/yarn/bandGuess';
import type { UnitSystem } from '../../core/common/units';
import type { WeightClassNumber } from '../../core/yarn/weightClass';
import type { Db } from '../../db/common/connection';
import { insertOperation, insertOperationPiece, operationPiecesOf } from '../../db/yarn/operations';
import { insertPiece, pieceById, piecesOfYarn } from '../../db/yarn/pieces';
import { type BandRow, insertYarn, replaceFibres, updateBand, yarnById } from '../../db/yarn/yarns';
import { askedBefore } from '../common/askedBefore';
import {
  colourHex,
  longText,
  number,
  quantity,
  read,
  readOptional,
  requestKey,
  text,
  wholeNumber,
} from '../common/fields';
import { runForm, ConflictError, type SaveResult } from '../common/result';
import { massOfReading, readingOfForm, type ScaleReading, weighingFields } from '../common/weighing';
import { toMg, toMm, toUm } from '../common/storageUnits';

const MOST_PIECES_AT_ONCE = 200;

/** The band as it is typed. Every field may be left empty. */
function bandFields(system: UnitSystem) {
  return {
    ...bandTexts(() => text),
    colourHex,
    fibres: read((typed) => parseFibres(typed, '')),
    putUpMass: readOptional(quantity('mass', system)),
    putUpLength: readOptional(quantity('length', system)),
    /** It is as fine or as thick as that, though hardly any yarn is. */
    isGristMeant: z.boolean().optional(),
    weightClass: z.enum(['', '0', '1', '2', '3', '4', '5', '6', '7']),
    wpi: readOptional(number(1, 100)),
    needle: readOptional((typed) => parseToolMm(typed, 'needle', '')),
    hook: readOptional((typed) => parseToolMm(typed, 'hook', '')),
    plies: readOptional(wholeNumber(1, 99)),
    twistDirection: z.enum(['', 'S', 'Z']),
    twist: readOptional((typed) => parseTurnsPerM(typed, system, '')),
    gauge: readOptional((typed) => parseGauge(typed, '')),
    careSymbols: read((typed) => parseCare(typed, '')),
    notes: longText,
  };
}

function bandForm(system: UnitSystem) {
  return z.strictObject(bandFields(system));
}
export type BandForm = z.input<ReturnType<typeof bandForm>>;
type Band = z.output<ReturnType<typeof bandForm>>;

/** What came in of a yarn: pieces of one form. */
function incomingFields(system: UnitSystem) {
  return {
    requestKey,
    form: z.enum(PIECE_FORMS),
    count: read(wholeNumber(1, MOST_PIECES_AT_ONCE)),
    loop: readOptional((typed) => parseLoopM(typed, system, '')),
    /** One for each piece; empty where it was not weighed. */
    masses: z.array(readOptional(quantity('mass', system))).max(MOST_PIECES_AT_ONCE),
    ...weighingFields(system),
  };
}

function incomingForm(system: UnitSystem) {
  return z.strictObject(incomingFields(system));
}
export type IncomingForm = z.input<ReturnType<typeof incomingForm>>;

/** Pieces of one form that came in. */
interface Receipt {
  requestKey: string;
  form: PieceForm;
  loopM: number | null;
  /** Of each; null: nobody weighed it. */
  masses: readonly (ScaleReading | null)[];
}

function receiptOf(form: z.output<ReturnType<typeof incomingForm>>): Receipt {
  const masses = Array.from({ length: form.count }, (_, i) => readingOfForm(form.masses[i] ?? null, form));
  return { requestKey: form.requestKey, form: form.form, loopM: form.loop, masses };
}

/** A new yarn: its band, and the pieces of it that there are. */
export function yarnForm(system: UnitSystem) {
  return z.strictObject({ ...bandFields(system), ...incomingFields(system) });
}
export type YarnForm = z.input<ReturnType<typeof yarnForm>>;
export type NewYarn = z.output<ReturnType<typeof yarnForm>>;

/** Puts a yarn and its pieces on the shelf. Asked again with the same request key, it answers with the same yarn. */
export function addYarn(db: Db, input: unknown, system: UnitSystem, now: Date): SaveResult {
  return runForm(yarnForm(system), input, (form) =>
    db
      .transaction(() => {
        const before = askedBefore(db, 'operation', form.requestKey);
        if (before !== undefined) return pieceById(db, operationPiecesOf(db, before)[0]!.pieceId)!.yarnId;
        return putYarn(db, form, now);
      })
      .immediate(),
  );
}

/**
 * Writes a yarn that has been checked, and its pieces. To be called in a transaction.
 *
 * @param batch the key of the list that it came in with others
 * @throws InputError at the field that contradicts another
 */
export function putYarn(db: Db, form: NewYarn, now: Date, batch: string | null = null): number {
  const { band, fibres } = checkedBand(form);
  const yarnId = insertYarn(db, band, now.toISOString(), batch);
  replaceFibres(db, yarnId, fibres);
  receive(db, yarnId, receiptOf(form), band.putUpMg, now);
  return yarnId;
}

/** More of a yarn that is on the shelf already came in. */
export function addMore(db: Db, yarnId: number, input: unknown, system: UnitSystem, now: Date): SaveResult {
  return runForm(incomingForm(system), input, (form) =>
    db
      .transaction(() => {
        const yarn = yarnById(db, yarnId);
        if (!yarn || yarn.gone) throw new ConflictError('this yarn is not on the shelf');
        if (askedBefore(db, 'operation', form.requestKey) === undefined)
          receive(db, yarnId, receiptOf(form), yarn.putUpMg, now);
        return yarnId;
      })
      .immediate(),
  );
}

/** Pieces that nobody weighed have the mass that the band says, if it says one. */
function receive(db: Db, yarnId: number, receipt: Receipt, putUpMg: number | null, now: Date): void {
  const { requestKey, form, loopM, masses } = receipt;
  const operationId = insertOperation(db, { kind: 'receive', at: now.toISOString(), requestKey });
  const byTheBand = {
    massMg: putUpMg,
    massFrom: putUpMg ? ('band' as const) : null,
    tareMg: 0,
    resolutionMg: null,
    humidityPercent: null,
  };
  const before = piecesOfYarn(db, yarnId).filter((piece) => piece.form === form).length;
  masses.forEach((weighed, i) => {
    const pieceId = insertPiece(db, {
      yarnId,
      form,
      label: labelled(form, before + i + 1),
      loopMm: loopM === null ? null : toMm(loopM),
      createdBy: operationId,
    });
    const mass = weighed ? massOfReading(weighed, `masses.${i}`) : byTheBand;
    insertOperationPiece(db, { operationId, pieceId, side: 'out', ...mass });
  });
}

/** Corrects what was read from a band. */
export function changeBand(db: Db, yarnId: number, input: unknown, system: UnitSystem): SaveResult {
  return runForm(bandForm(system), input, (form) =>
    db
      .transaction(() => {
        if (!yarnById(db, yarnId)) throw new ConflictError('this yarn is not there');
        const { band, fibres } = checkedBand(form);
        updateBand(db, yarnId, band);
        replaceFibres(db, yarnId, fibres);
        return yarnId;
      })
      .immediate(),
  );
}

/** "Hank 3": the form and how many of that form the yarn has had, and so many more in the same breath. */
export function nextLabel(db: Db, yarnId: number, form: PieceForm, after = 0): string {
  return labelled(form, piecesOfYarn(db, yarnId).filter((piece) => piece.form === form).length + 1 + after);
}

/** What pieces will be called that come next, in their order: as the run calls them, so the log does. */
export function labelsToCome(db: Db, yarnId: number, forms: readonly PieceForm[]): string[] {
  return forms.map((form, i) => nextLabel(db, yarnId, form, forms.slice(0, i).filter((each) => each === form).length));
}

/** "Mini skein 4" */
export function labelled(form: PieceForm, number: number): string {
  return `${form[0]!.toUpperCase()}${form.slice(1)} ${number}`;
}

export function checkedBand(form: Band): { band: BandRow; fibres: FibreShare[] } {
  const doubt = gristDoubt({ putUpG: form.putUpMass, putUpM: form.putUpLength });
  if (doubt && !(doubt.possible && form.isGristMeant)) throw new InputError(doubt.question, 'putUpLength');
  if (form.twist !== null && form.twistDirection === '')
    throw new InputError('say S or Z, or leave the turns empty', 'twistDirection');
  return {
    fibres: form.fibres,
    band: {
      ...bandTexts((name) => form[name]),
      colourHex: form.colourHex,
      putUpMg: form.putUpMass === null ? null : toMg(form.putUpMass),
      putUpMm: form.putUpLength === null ? null : toMm(form.putUpLength),
      weightClass: form.weightClass === '' ? null : (Number(form.weightClass) as WeightClassNumber),
      wpi: form.wpi,
      needleUm: form.needle === null ? null : toUm(form.needle),
      hookUm: form.hook === null ? null : toUm(form.hook),
      plies: form.plies,
      twistDirection: form.twistDirection === '' ? null : form.twistDirection,
      twistTurnsPerKm: form.twist === null ? null : Math.round(requireWithin(form.twist, 0, 3000, 'twist') * 1000),
      gaugeStitchesPer10M: form.gauge && Math.round(form.gauge.stitchesPer10Cm * 100),
      gaugeRowsPer10M: form.gauge?.rowsPer10Cm ? Math.round(form.gauge.rowsPer10Cm * 100) : null,
      careSymbols: form.careSymbols.join(' '),
    },
  };
}
