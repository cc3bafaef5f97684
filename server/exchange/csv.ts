import { recordWeighing, requireDry } from '../yarn/operationCommands';
import { dayOf } from '../../core/days/days';
import { askedBefore, otherKeyNeeded } from '../common/askedBefore';
import { massOfReading, readingOfFields } from '../common/weighing';
import { bandTexts } from '../../core/yarn/band';
import { fibresInWords } from '../../core/yarn/fibre';
import { GRAMS_PER_OUNCE, METRES_PER_YARD } from '../../core/common/units';
import { pricesInWords } from '../../core/market/price';
import { pathOf } from '../../core/market/sellable';
import { InputError } from '../../core/common/inputError';
import { markedKey } from '../../core/common/request';
import type { Db } from '../../db/common/connection';
import { rowsForCsv } from '../../db/exchange/csv';
import { massChangedAt, weighedBefore } from '../../db/yarn/operations';
import { pieceById, type PieceRow } from '../../db/yarn/pieces';
import { CSV_FIELDS, CSV_FIELD_NAMES, type CsvField } from '../../formats/yarnCsv';
import { csvLines, type CsvTableName } from '../../formats/tablesCsv';
import type { ListedWeighings, NewWeighings } from './csvRead';
import { heavy } from './heavy';
import { type Ware, waresForSale } from '../market/wares';
import { undoOperation } from '../yarn/pieces';
import { allYarnIds } from '../../db/yarn/yarns';
import { yarnPage, type YarnPage } from '../yarn/yarnViews';

/** Tables as they leave the app; lists of numbers and flags are put as words there. */
export function* csvOf(db: Db, table: CsvTableName | 'yarns' | 'stock'): Generator<string> {
  if (table === 'yarns') yield* yarnsCsv(db);
  else if (table === 'stock') yield* csvLines('stock', waresForSale(db).map(stockRow), STOCK_COLUMNS);
  else yield* csvLines(table, flagged(rowsForCsv(db, table)));
}

function* flagged(rows: Iterable<Record<string, string | number | null>>) {
  for (const { undone, ...row } of rows) yield undone === undefined ? row : { ...row, undone: undone === 1 };
}

/** Yarns in the columns that the app's own import reads. */
function* yarnsCsv(db: Db): Generator<string> {
  const columns = CSV_FIELD_NAMES.map((field) => CSV_FIELDS[field].label);
  const rows = function* () {
    for (const id of allYarnIds(db)) {
      const cells = yarnCells(yarnPage(db, id)!);
      yield Object.fromEntries(CSV_FIELD_NAMES.map((field) => [CSV_FIELDS[field].label, cells[field]]));
    }
  };
  yield* csvLines('yarns', rows(), columns);
}

function yarnCells({ yarn, pieces }: YarnPage): Record<CsvField, string> {
  const present = pieces.filter(({ consumedBy }) => consumedBy === null);
  // One line tells of one form; what else there is of the yarn is among the pieces.
  const form = present[0]?.form ?? pieces[0]?.form ?? 'hank';
  const same = present.filter((piece) => piece.form === form);
  const text = (value: number | null, unit = '') => (value === null ? '' : `${value}${unit}`);
  return {
    ...bandTexts((name) => yarn[name]),
    ...yarn.printed,
    fibres: fibresInWords(yarn.fibres),
    putUpMass: text(yarn.putUpG, ' g'),
    putUpLength: text(yarn.putUpM, ' m'),
    weightClass: text(yarn.weightClass),
    wpi: text(yarn.wpi),
    needle: text(yarn.needleMm, ' mm'),
    hook: text(yarn.hookMm, ' mm'),
    gauge: yarn.gauge
      ? `${yarn.gauge.stitchesPer10Cm} sts${yarn.gauge.rowsPer10Cm === null ? '' : ` x ${yarn.gauge.rowsPer10Cm} rows`} to 10 cm`
      : '',
    plies: text(yarn.plies),
    twistDirection: yarn.twistDirection ?? '',
    twist: text(yarn.turnsPerM, ' t/m'),
    form,
    count: String(Math.max(1, same.length)),
    masses: same.every(({ mass }) => mass?.from === 'scale')
      ? same.map(({ mass }) => `${mass!.massG} g`).join('; ')
      : '',
    loop: text(same[0]?.loopM ? same[0].loopM * 100 : null, ' cm'),
  };
}

const STOCK_COLUMNS = [
  'what',
  'label',
  'lot',
  'fibre',
  'mass_g',
  'mass_oz',
  'length_m',
  'length_yd',
  'price',
  'per_100_g',
  'code',
];

/** What is for sale, for a spreadsheet: in the units of both sides of the sea, as on the labels. */
function stockRow({ sellable, title, label, lot, fibres, massG, lengthM, price }: Ware) {
  const inUnit = (value: number | null, unit: number, decimals: number) =>
    value === null ? null : Number((value / unit).toFixed(decimals));
  return {
    what: title,
    label,
    lot,
    fibre: fibresInWords(fibres),
    mass_g: inUnit(massG, 1, 2),
    mass_oz: inUnit(massG, GRAMS_PER_OUNCE, 3),
    length_m: inUnit(lengthM, 1, 1),
    length_yd: inUnit(lengthM, METRES_PER_YARD, 1),
    price: price!,
    per_100_g: pricesInWords(price!, massG)[1]?.replace(' / 100 g', '') ?? '',
    code: pathOf(sellable),
  };
}

/** The entry of a weighing, and whether it was made just now or was there before. */
interface Entered {
  operationId: number;
  isNew: boolean;
}

/**
 * Adds weighings that come from elsewhere, oldest first, all of them or none. One that is in the log already, by its key or
 * by its piece, moment and mass, is not entered again.
 *
 * @returns an entry for each, in the order in which they were given
 * @throws InputError with the place of the one that cannot be
 */
export function addWeighings(db: Db, weighings: NewWeighings, now: Date): Entered[] {
  const moments = weighings.map(({ at }) => at ?? now.toISOString());
  const oldestFirst = weighings.map((_, i) => i).sort((a, b) => Date.parse(moments[a]!) - Date.parse(moments[b]!));
  const entered: Entered[] = [];
  const known = new Map<number, PieceToWeigh>();
  db.transaction(() => {
    for (const i of oldestFirst) entered[i] = addWeighing(db, weighings[i]!, moments[i]!, now, i, known);
  }).immediate();
  return entered;
}

/** A piece as the weighings of a list find it; read once, for one piece may have thousands. */
interface PieceToWeigh {
  piece: PieceRow | undefined;
  /** When it was last weighed or wetted. */
  changedAt: string | null;
  /** It was not weighed in this list yet. */
  first: boolean;
}

function addWeighing(
  db: Db,
  { key, pieceId, at, note, isDry, ...fields }: NewWeighings[number],
  moment: string,
  now: Date,
  place: number,
  known: Map<number, PieceToWeigh>,
): Entered {
  const mass = massOfReading(readingOfFields(fields)!, `${place}.grossG`);
  const requestKey = key === undefined ? undefined : markedKey(key, { pieceId, massMg: mass.massMg, at });
  const before =
    (requestKey === undefined
      ? undefined
      : askedBefore(db, 'operation', requestKey, () => otherKeyNeeded(`${place}.key`))) ??
    (at === undefined ? undefined : weighedBefore(db, pieceId, at, mass.massMg));
  if (before !== undefined) return { operationId: before, isNew: false };
  const there = known.get(pieceId) ?? {
    piece: pieceById(db, pieceId),
    changedAt: massChangedAt(db, pieceId),
    first: true,
  };
  known.set(pieceId, there);
  const { piece, changedAt } = there;
  if (piece?.consumedBy !== null) throw new InputError('this piece is not there', `${place}.pieceId`);
  if (moment > now.toISOString()) throw new InputError('this lies in the future', `${place}.at`);
  // The log goes by what was entered last: an older mass would take the place of a newer one.
  if (changedAt !== null && moment < changedAt)
    throw new InputError(`it was weighed or wetted since, on ${dayOf(changedAt)}: this comes too late`, `${place}.at`);
  if (there.first && !isDry) requireDry(db, piece, mass, new Date(moment), `${place}.isDry`);
  Object.assign(there, { changedAt: moment, first: false });
  return { operationId: recordWeighing(db, { pieceId, mass, note, requestKey, at: moment }), isNew: true };
}

/**
 * Adds the weighings of a list. `isDry`: whoever gave it said of all in it that was in water that it is dry.
 *
 * @throws InputError with the line of the one that cannot be
 */
export function addListed(db: Db, { weighings, lines }: ListedWeighings, isDry: boolean, now: Date): Entered[] {
  try {
    return addWeighings(
      db,
      weighings.map((each) => ({ ...each, isDry })),
      now,
    );
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    const [index, field] = error.path.split('.');
    throw new InputError(error.message, `line ${lines[Number(index)]}, ${field}`);
  }
}

/** Weighings of a list, read in a thread of its own. */
export function weighingsOfCsv(bytes: Uint8Array, signal?: AbortSignal): Promise<ListedWeighings> {
  return heavy('list of weighings', bytes, { signal });
}

/** Takes back entries that were added together. */
export function undoAll(db: Db, operationIds: readonly number[], now: Date): number {
  return db
    .transaction(() => [...operationIds].reverse().filter((id) => undoOperation(db, id, now).ok).length)
    .immediate();
}
