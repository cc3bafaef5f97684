import { setImmediate } from 'node:timers/promises';
import { z } from 'zod';
import { careInWords } from '../../core/yarn/care';
import type { Colourway } from '../../core/yarn/colourways';
import { COLOUR_NAMES, colourNames, colourOrder, NO_SWATCH } from '../../core/yarn/colourOrder';
import type { Estimate } from '../../core/common/estimate';
import { FIBRE_NAMES, fibresInWords } from '../../core/yarn/fibre';
import { type PieceForm, PIECE_FORMS, pieceTotal } from '../../core/yarn/piece';
import { ABOUT_WITHIN, readNeed, type ShelfNeed } from '../../core/projects/shelfNeed';
import type { UnitSystem } from '../../core/common/units';
import { weightClass, type WeightClassNumber } from '../../core/yarn/weightClass';
import type { Db } from '../../db/common/connection';
import { piecesOfYarn } from '../../db/yarn/pieces';
import { takeoffsOfYarn } from '../../db/yarn/consumption';
import { openRuns } from '../../db/winding/runs';
import {
  countShelf,
  isAnyDirty,
  placesOnShelf,
  putOnShelf,
  shelfCards,
  SHELF_ORDERS,
  type ShelfOrder,
  type ShelfQuery,
  type ShelfRow,
  dirtyYarns,
  takeOffShelf,
} from '../../db/yarn/shelf';
import { yarnById } from '../../db/yarn/yarns';
import { fromMg } from '../common/storageUnits';
import { checked } from '../common/result';
import { storageTrouble } from '../common/storageTrouble';
import { coloursOfYarnPieces } from './colourways';
import { leftOf, massNow, viewOf, type YarnView } from './yarnViews';

/** One yarn as it lies on the shelf. */
export interface ShelfCard {
  id: number;
  name: string;
  maker: string;
  dyeLot: string;
  place: string;
  colourHex: string;
  /** The first of its pieces. */
  pieces: { id: number; form: PieceForm; label: string; massG: number | null; openRunId: number | null }[];
  pieceCount: number;
  /** "2 hanks, 1 cake" */
  total: string;
  /** Hanks that nobody is winding just now. */
  waitingHanks: number;
  left: { lengthM: Estimate; massG: number; guess: boolean; contradicted: boolean } | null;
}

const MOST_ON_CARD = 8;

/** As many as nobody notices who waits for a page; more are only stale after a list or an archive. */
const MOST_AT_ONCE = 50;

/**
 * Works out anew the lines of yarns that something has changed for since they were last looked at, the oldest first.
 *
 * @returns whether any were written
 */
export function refreshSummaries(db: Db): boolean {
  if (!isAnyDirty(db)) return false;
  try {
    writeFresh(db);
    return true;
  } catch (error) {
    // On a disk that takes nothing in just now nothing has changed either: what stands there is shown.
    const kind = storageTrouble(error)?.kind;
    if (kind !== 'held' && kind !== 'full' && kind !== 'read-only') throw error;
    return false;
  }
}

/** The same until there are none, while others are answered in between. */
export async function refreshAllSummaries(db: Db): Promise<void> {
  while (refreshSummaries(db)) await setImmediate();
}

function writeFresh(db: Db): void {
  db.transaction(() => {
    const runs = new Map(openRuns(db).map((run) => [run.pieceId, run.id]));
    for (const yarnId of dirtyYarns(db, MOST_AT_ONCE)) {
      const row = yarnById(db, yarnId);
      if (!row || row.gone) takeOffShelf(db, yarnId);
      else {
        const yarn = viewOf(db, row);
        const { line, words } = shelfLine(db, yarn, runs);
        putOnShelf(db, line, words);
      }
    }
  }).immediate();
}

function shelfLine(db: Db, yarn: YarnView, runs: Map<number, number>): { line: ShelfRow; words: string } {
  const rows = piecesOfYarn(db, yarn.id).filter(({ consumedBy }) => consumedBy === null);
  const left = leftOf(
    yarn,
    rows.map((row) => ({ id: row.id, mass: massNow(yarn, row) })),
  );
  const pieces = rows.map(({ id, form, label, massMg }) => ({
    id,
    form,
    label,
    massG: massMg === null ? null : fromMg(massMg),
    openRunId: runs.get(id) ?? null,
  }));
  const colours = coloursOfYarnPieces(db, yarn.id);
  const dyed = [...new Set(rows.flatMap(({ id }) => colours.get(id) ?? []))];
  const known = pieces.flatMap(({ massG }) => massG ?? []);
  const waitingHanks = pieces.filter(({ form, openRunId }) => form === 'hank' && openRunId === null).length;
  const number = yarn.weightClass ?? yarn.guesses.weightClass?.is.number ?? null;
  const card: ShelfCard = {
    id: yarn.id,
    name: yarn.name,
    maker: yarn.maker,
    dyeLot: yarn.dyeLot,
    place: yarn.place,
    colourHex: yarn.colourHex,
    pieces: pieces.slice(0, MOST_ON_CARD),
    pieceCount: pieces.length,
    total: pieceTotal(pieces),
    waitingHanks,
    left: left && {
      lengthM: { mean: left.lengthM.mean, sd: left.lengthM.sd },
      massG: left.massG.mean,
      guess: left.grist.guess,
      contradicted: left.grist.contradiction !== undefined,
    },
  };
  const forms = [
    ...new Set<string>(pieces.map(({ form }) => form)),
    ...(waitingHanks > 0 ? ['waiting hank'] : []),
    ...(isBegun(db, yarn, pieces) ? ['begun'] : []),
  ];
  return {
    line: {
      yarnId: yarn.id,
      sortName: yarn.name.toLowerCase(),
      hue: colourOrder(yarn.colourHex),
      weightClass: number,
      gristMPerG: yarn.grist?.mean ?? null,
      lengthM: left?.lengthM.mean ?? null,
      massG: known.length > 0 ? known.reduce((sum, massG) => sum + massG, 0) : null,
      forms: `|${forms.join('|')}|`,
      fibres: ` ${yarn.fibres.map(({ name }) => name).join(' ')} `,
      place: yarn.place,
      dyeLot: yarn.dyeLot,
      card: JSON.stringify(card),
    },
    words: wordsOf(yarn, number, dyed),
  };
}

/** Less than this of a put-up is no whole ball any more. */
const BEGUN_BELOW = 0.85;

/** Is any of it a part of what it was: something was taken from it, or it is far lighter than a whole one? */
function isBegun(
  db: Db,
  { id, putUpG }: YarnView,
  pieces: readonly { id: number; form: PieceForm; massG: number | null }[],
) {
  const taken = new Set(takeoffsOfYarn(db, id).map(({ pieceId }) => pieceId));
  return pieces.some(
    (piece) =>
      taken.has(piece.id) ||
      (piece.form !== 'mini skein' && putUpG !== null && piece.massG !== null && piece.massG < BEGUN_BELOW * putUpG),
  );
}

/** A colour is looked for by a word that stands nowhere else: a blue chest makes no yarn blue. */
const asSwatch = (colour: string) => `swatch${colour}`;

function coloursOf({ colourHex, maker, line, colourName }: YarnView, dyed: readonly Colourway[]): string[] {
  const named = [maker, line, colourName, ...dyed.map(({ name }) => name)]
    .join(' ')
    .toLowerCase()
    .split(/[^\p{L}]+/u);
  const swatches = [colourHex, ...dyed.map(({ hex }) => hex)].filter((hex) => hex !== NO_SWATCH);
  const seen = swatches.flatMap(colourNames);
  return [...new Set([...seen, ...named.filter((word) => COLOUR_NAMES.has(word))])];
}

/** Everything that is on its band, its colours, and those that pieces of it were dyed in, as it is looked for. */
function wordsOf(yarn: YarnView, number: WeightClassNumber | null, dyed: readonly Colourway[]): string {
  const named = number === null ? undefined : weightClass(number);
  return [
    yarn.maker,
    yarn.line,
    yarn.colourName,
    yarn.dyeLot,
    fibresInWords(yarn.fibres),
    named?.name,
    ...Object.values(named?.names ?? {}),
    yarn.needleMm,
    yarn.care,
    careInWords(yarn.careSymbols),
    yarn.place,
    yarn.notes,
    ...dyed.flatMap(({ name, dyeLot }) => [name, dyeLot]),
    ...coloursOf(yarn, dyed).map(asSwatch),
  ]
    .filter(Boolean)
    .join(' ');
}

/** What the shelf is asked, as it stands in an address. */
const orNone = <Schema extends z.ZodType>(schema: Schema) =>
  z.preprocess((typed) => (typed === '' ? undefined : typed), schema.optional());
const digits = z
  .string()
  .regex(/^\d{1,9}$/, 'a whole number')
  .transform(Number);

const shelfAsk = z.strictObject({
  q: z.string().max(300, 'at most 300 characters').default(''),
  fibre: orNone(z.enum(FIBRE_NAMES)),
  class: orNone(digits.pipe(z.int().min(0).max(7))),
  form: orNone(z.enum(PIECE_FORMS)),
  place: orNone(z.string().max(400)),
  lot: orNone(z.string().max(400)),
  order: orNone(z.enum(Object.keys(SHELF_ORDERS) as [ShelfOrder, ...ShelfOrder[]])),
  from: orNone(digits),
});
export type ShelfAsk = Record<string, string | undefined>;

/**
 * What a program asks of the shelf.
 *
 * @throws InputError at what it does not know
 */
export function checkedShelfAsk(asked: ShelfAsk): ShelfAsk {
  checked(shelfAsk, asked);
  return asked;
}

/** The address of a page may be old or have been typed: what is not known in it does not count. */
function readAsk(asked: ShelfAsk): z.output<typeof shelfAsk> {
  const known = Object.entries(shelfAsk.shape).filter(([name, schema]) => schema.safeParse(asked[name]).success);
  return shelfAsk.parse(Object.fromEntries(known.map(([name]) => [name, asked[name]])));
}

/** What was found, from one place of the list on, and how what was asked was understood. */
export interface ShelfPage {
  cards: ShelfCard[];
  total: number;
  understood: Omit<ShelfNeed, 'words'>;
}

/** As many as fill a large screen. */
const SHELF_PAGE = 24;

/** Some of what is on the shelf now of what is looked for. */
export function onShelf(db: Db, query: ShelfQuery, limit: number, from = 0): ShelfCard[] {
  refreshSummaries(db);
  return shelfCards(db, query, limit, from).map((card) => JSON.parse(card) as ShelfCard);
}

export function shelfPage(db: Db, ask: ShelfAsk, system: UnitSystem): ShelfPage {
  const { from = 0, q, ...filters } = readAsk(ask);
  const { words, ...need } = readNeed(q, system);
  const fibre = filters.fibre ?? need.fibre ?? undefined;
  const query: ShelfQuery = {
    words,
    anyOf: need.colours.map(({ name, before }) => [asSwatch(name), ...(before ? [`${name} ${before}`] : [])]),
    fibre,
    weightClass: filters.class as WeightClassNumber | undefined,
    form: filters.form ?? need.form ?? undefined,
    begun: need.begun,
    singles: need.singles,
    place: filters.place || undefined,
    lot: filters.lot || need.lot || undefined,
    atLeastM: need.atLeastM ?? undefined,
    atMostM: need.atMostM ?? undefined,
    atLeastG: need.atLeastG ?? undefined,
    atMostG: need.atMostG ?? undefined,
    needleMm: need.tool?.tool === 'needle' ? need.tool.sizeMm : undefined,
    hookMm: need.tool?.tool === 'hook' ? need.tool.sizeMm : undefined,
    gristMPerG: need.aboutMPerG
      ? { low: need.aboutMPerG * (1 - ABOUT_WITHIN), high: need.aboutMPerG * (1 + ABOUT_WITHIN) }
      : undefined,
    order: filters.order,
  };
  return {
    cards: onShelf(db, query, SHELF_PAGE, from),
    total: countShelf(db, query),
    understood: need,
  };
}

/** The newest yarns that have hanks waiting, and how many such yarns there are. */
export function waitingOnShelf(db: Db, limit: number): { cards: ShelfCard[]; total: number } {
  const query = { form: 'waiting hank' } as const;
  return { cards: onShelf(db, query, limit), total: countShelf(db, query) };
}

/** The newest yarns on the shelf. */
export function newestOnShelf(db: Db, limit: number): ShelfCard[] {
  return onShelf(db, {}, limit);
}

/** The shelf as one comes to it: the first page of what is asked, and what it can be narrowed down to. */
export function shelfFront(db: Db, ask: ShelfAsk, system: UnitSystem) {
  const page = shelfPage(db, { ...ask, from: undefined }, system);
  const asked = Object.fromEntries(
    ['q', 'fibre', 'class', 'form', 'place', 'lot', 'order'].flatMap((name) => {
      const value = ask[name];
      return value === undefined ? [] : [[name, value]];
    }),
  );
  return { page, asked, places: placesOnShelf(db), yarns: countShelf(db) };
}
