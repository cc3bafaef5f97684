import type { FibreName } from '../../core/yarn/fibre';
import type { PieceForm } from '../../core/yarn/piece';
import type { WeightClassNumber } from '../../core/yarn/weightClass';
import { type Db, prepared, remembered } from '../common/connection';
import { type Sql, sql, sqlWhere } from '../common/sql';

/** One yarn's line on the shelf, worked out from everything else that is known. */
export interface ShelfRow {
  yarnId: number;
  sortName: string;
  hue: number;
  weightClass: number | null;
  gristMPerG: number | null;
  lengthM: number | null;
  massG: number | null;
  /** Names between bars, so that one is found whole. */
  forms: string;
  /** Names between spaces. */
  fibres: string;
  place: string;
  dyeLot: string;
  /** What is shown, as JSON. */
  card: string;
}

/** Yarns whose line no longer follows from what is known, the oldest first. */
export function dirtyYarns(db: Db, most: number): number[] {
  return prepared<{ id: number }>(db, sql`SELECT yarn_id AS id FROM yarn_dirty ORDER BY yarn_id LIMIT ?`)
    .all(most)
    .map(({ id }) => id);
}

export function isAnyDirty(db: Db): boolean {
  return prepared(db, sql`SELECT 1 FROM yarn_dirty LIMIT 1`).get() !== undefined;
}

/** Puts a yarn's line in its place, with the words that it is found by. */
export function putOnShelf(db: Db, row: ShelfRow, words: string): void {
  prepared(
    db,
    sql`INSERT INTO yarn_summary
       (yarn_id, sort_name, hue, weight_class, grist_m_per_g, length_m, mass_g, forms, fibres, place, dye_lot)
     VALUES (@yarnId, @sortName, @hue, @weightClass, @gristMPerG, @lengthM, @massG, @forms, @fibres, @place, @dyeLot)
     ON CONFLICT DO UPDATE SET sort_name = excluded.sort_name, hue = excluded.hue, weight_class = excluded.weight_class,
       grist_m_per_g = excluded.grist_m_per_g, length_m = excluded.length_m, mass_g = excluded.mass_g, forms = excluded.forms,
       fibres = excluded.fibres, place = excluded.place, dye_lot = excluded.dye_lot`,
  ).run(row);
  prepared(
    db,
    sql`INSERT INTO yarn_card (yarn_id, card) VALUES (@yarnId, @card) ON CONFLICT DO UPDATE SET card = excluded.card`,
  ).run(row);
  prepared(db, sql`DELETE FROM yarn_text WHERE rowid = ?`).run(row.yarnId);
  prepared(db, sql`INSERT INTO yarn_text (rowid, words) VALUES (?, ?)`).run(row.yarnId, words);
  prepared(db, sql`DELETE FROM yarn_dirty WHERE yarn_id = ?`).run(row.yarnId);
}

/** Takes a yarn's line off, where it is gone. */
export function takeOffShelf(db: Db, yarnId: number): void {
  for (const taken of [
    sql`DELETE FROM yarn_summary WHERE yarn_id = ?`,
    sql`DELETE FROM yarn_text WHERE rowid = ?`,
    sql`DELETE FROM yarn_dirty WHERE yarn_id = ?`,
  ])
    prepared(db, taken).run(yarnId);
}

export const SHELF_ORDERS = {
  newest: sql`n.yarn_id DESC`,
  name: sql`n.sort_name, n.yarn_id`,
  'name backwards': sql`n.sort_name DESC, n.yarn_id DESC`,
  colour: sql`n.hue, n.yarn_id`,
  'most of it': sql`n.length_m DESC NULLS LAST, n.yarn_id DESC`,
  'least of it': sql`n.length_m ASC NULLS LAST, n.yarn_id DESC`,
  place: sql`n.place = '', n.place, n.yarn_id`,
  'place backwards': sql`n.place = '', n.place DESC, n.yarn_id DESC`,
} as const;
export type ShelfOrder = keyof typeof SHELF_ORDERS;

/** What is looked for. Whatever is left out does not count. */
export interface ShelfQuery {
  words?: readonly string[];
  /** Each one of its alternatives: words, or several of them in a row. */
  anyOf?: readonly (readonly string[])[];
  fibre?: FibreName;
  weightClass?: WeightClassNumber;
  form?: PieceForm | 'waiting hank';
  /** Only what was begun. */
  begun?: boolean;
  place?: string;
  lot?: string;
  atLeastM?: number;
  atMostM?: number;
  atLeastG?: number;
  atMostG?: number;
  /** The size that its band suggests, in millimetres. */
  needleMm?: number;
  hookMm?: number;
  gristMPerG?: { low: number; high: number };
  /** Only yarns of one strand. */
  singles?: boolean;
  order?: ShelfOrder;
}

/** The cards of what is found, from one place of the list on. */
export function shelfCards(db: Db, query: ShelfQuery, limit: number, from = 0): string[] {
  const { where, values } = asked(query);
  const order = SHELF_ORDERS[query.order ?? 'newest'];
  return prepared<{ card: string }>(
    db,
    // Cards are read for those alone that are shown: the rest is found without them.
    sql`SELECT c.card FROM yarn_summary n JOIN yarn_card c ON c.yarn_id = n.yarn_id
     WHERE n.yarn_id IN (SELECT n.yarn_id FROM yarn_summary n ${where} ORDER BY ${order} LIMIT @limit OFFSET @from)
     ORDER BY ${order}`,
  )
    .all({ ...values, limit, from })
    .map(({ card }) => card);
}

/** How many yarns are found; with nothing asked, all that are on the shelf. */
export function countShelf(db: Db, query: ShelfQuery = {}): number {
  const { where, values } = asked(query);
  return prepared<{ n: number }>(db, sql`SELECT count(*) AS n FROM yarn_summary n ${where}`).get(values)!.n;
}

function asked({ words = [], anyOf = [], gristMPerG, ...query }: ShelfQuery): {
  where: Sql;
  values: Record<string, unknown>;
} {
  const values = {
    match:
      [...words.map(ftsPrefix), ...anyOf.map((each) => `(${each.map(ftsPrefix).join(' OR ')})`)]
        .filter(Boolean)
        .join(' AND ') || undefined,
    fibre: query.fibre && ` ${query.fibre} `,
    weightClass: query.weightClass,
    form: query.form && query.form !== 'waiting hank' ? `|${query.form}|` : undefined,
    place: query.place || undefined,
    lot: query.lot || undefined,
    atLeastM: query.atLeastM,
    atMostM: query.atMostM,
    atLeastG: query.atLeastG,
    atMostG: query.atMostG,
    needleUm: query.needleMm && Math.round(1000 * query.needleMm),
    hookUm: query.hookMm && Math.round(1000 * query.hookMm),
    low: gristMPerG?.low,
    high: gristMPerG?.high,
  };
  const where = sqlWhere([
    values.match && sql`n.yarn_id IN (SELECT rowid FROM yarn_text WHERE yarn_text MATCH @match)`,
    values.fibre && sql`instr(n.fibres, @fibre) > 0`,
    values.weightClass !== undefined && sql`n.weight_class = @weightClass`,
    values.form && sql`instr(n.forms, @form) > 0`,
    // In these words, since it has an index of its own.
    query.form === 'waiting hank' && sql`instr(n.forms, '|waiting hank|') > 0`,
    values.place && sql`n.place = @place`,
    values.lot && sql`n.dye_lot = @lot COLLATE NOCASE`,
    values.atLeastM !== undefined && sql`n.length_m >= @atLeastM`,
    values.atMostM !== undefined && sql`n.length_m <= @atMostM`,
    values.atLeastG !== undefined && sql`n.mass_g >= @atLeastG`,
    values.atMostG !== undefined && sql`n.mass_g <= @atMostG`,
    query.begun && sql`instr(n.forms, '|begun|') > 0`,
    values.needleUm !== undefined && sql`n.yarn_id IN (SELECT id FROM yarn WHERE needle_um = @needleUm)`,
    values.hookUm !== undefined && sql`n.yarn_id IN (SELECT id FROM yarn WHERE hook_um = @hookUm)`,
    query.singles && sql`n.yarn_id IN (SELECT id FROM yarn WHERE plies = 1)`,
    gristMPerG && sql`n.grist_m_per_g BETWEEN @low AND @high`,
  ]);
  return { where, values: Object.fromEntries(Object.entries(values).filter(([, value]) => value !== undefined)) };
}

/** The start of a word, quoted so that nothing in it is taken for a command of the search. */
export function ftsPrefix(word: string): string {
  const plain = word.replaceAll('"', '');
  return /[\p{L}\p{N}]/u.test(plain) ? `"${plain}"*` : '';
}

/** The places that yarns lie at, those where most lie first. */
export function placesOnShelf(db: Db): string[] {
  return remembered(db, 'places', null, () => readPlaces(db));
}

function readPlaces(db: Db): string[] {
  return prepared<{ place: string }>(
    db,
    sql`SELECT place FROM yarn_summary WHERE place <> '' GROUP BY place ORDER BY count(*) DESC, place LIMIT 100`,
  )
    .all()
    .map(({ place }) => place);
}
