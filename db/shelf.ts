import type { FibreName } from '../core/fibre';
import type { Form } from '../core/piece';
import type { WeightClassNumber } from '../core/weightClass';
import { type Db, prepared } from './connection';
import { sql, sqlWhere } from './sql';

/** One yarn's line on the shelf, worked out from everything else that is known. */
export interface ShelfRow {
  yarnId: number;
  sortName: string;
  hue: number;
  weightClass: number | null;
  gristMPerG: number | null;
  lengthM: number | null;
  /** Names between bars, so that one is found whole. */
  forms: string;
  /** Names between spaces. */
  fibres: string;
  /** What is shown, as JSON. */
  card: string;
}

/** The yarns whose line no longer follows from what is known. */
export function staleYarns(db: Db): number[] {
  return prepared<{ id: number }>(db, sql`SELECT yarn_id AS id FROM yarn_stale ORDER BY yarn_id`)
    .all()
    .map(({ id }) => id);
}

export function isAnyStale(db: Db): boolean {
  return prepared(db, sql`SELECT 1 FROM yarn_stale LIMIT 1`).get() !== undefined;
}

/** Puts a yarn's line in its place, with the words that it is found by. */
export function putOnShelf(db: Db, row: ShelfRow, words: string): void {
  prepared(
    db,
    sql`INSERT INTO yarn_now (yarn_id, sort_name, hue, weight_class, grist_m_per_g, length_m, forms, fibres, card)
     VALUES (@yarnId, @sortName, @hue, @weightClass, @gristMPerG, @lengthM, @forms, @fibres, @card)
     ON CONFLICT DO UPDATE SET sort_name = excluded.sort_name, hue = excluded.hue, weight_class = excluded.weight_class,
       grist_m_per_g = excluded.grist_m_per_g, length_m = excluded.length_m,
       forms = excluded.forms, fibres = excluded.fibres, card = excluded.card`,
  ).run(row);
  prepared(db, sql`DELETE FROM yarn_text WHERE rowid = ?`).run(row.yarnId);
  prepared(db, sql`INSERT INTO yarn_text (rowid, words) VALUES (?, ?)`).run(row.yarnId, words);
  prepared(db, sql`DELETE FROM yarn_stale WHERE yarn_id = ?`).run(row.yarnId);
}

/** Takes a yarn's line off, where it is gone. */
export function takeOffShelf(db: Db, yarnId: number): void {
  for (const taken of [
    sql`DELETE FROM yarn_now WHERE yarn_id = ?`,
    sql`DELETE FROM yarn_text WHERE rowid = ?`,
    sql`DELETE FROM yarn_stale WHERE yarn_id = ?`,
  ])
    prepared(db, taken).run(yarnId);
}

export const SHELF_ORDERS = {
  newest: sql`n.yarn_id DESC`,
  name: sql`n.sort_name, n.yarn_id`,
  colour: sql`n.hue, n.yarn_id`,
  'most of it': sql`n.length_m DESC NULLS LAST, n.yarn_id DESC`,
  'least of it': sql`n.length_m ASC NULLS LAST, n.yarn_id DESC`,
} as const;
export type ShelfOrder = keyof typeof SHELF_ORDERS;

/** What is looked for. Whatever is left out does not count. */
export interface ShelfQuery {
  words?: readonly string[];
  fibre?: FibreName;
  weightClass?: WeightClassNumber;
  form?: Form | 'waiting hank';
  place?: string;
  lot?: string;
  atLeastM?: number;
  atMostM?: number;
  gristMPerG?: { low: number; high: number };
  order?: ShelfOrder;
}

/** The cards of what is found, and how many there are in all. */
export function searchShelf(
  db: Db,
  query: ShelfQuery,
  from: number,
  limit: number,
): { cards: string[]; total: number } {
  const { words = [], order = 'newest', gristMPerG } = query;
  const values = {
    match: words.map(ftsPrefix).filter(Boolean).join(' '),
    fibre: query.fibre && `% ${query.fibre} %`,
    weightClass: query.weightClass,
    form: query.form && `%|${query.form}|%`,
    place: query.place,
    lot: query.lot,
    atLeastM: query.atLeastM,
    atMostM: query.atMostM,
    low: gristMPerG?.low,
    high: gristMPerG?.high,
    from,
    limit,
  };
  const where = sqlWhere([
    values.match !== '' && sql`n.yarn_id IN (SELECT rowid FROM yarn_text WHERE yarn_text MATCH @match)`,
    values.fibre && sql`n.fibres LIKE @fibre`,
    values.weightClass !== undefined && sql`n.weight_class = @weightClass`,
    values.form && sql`n.forms LIKE @form`,
    values.place && sql`n.yarn_id IN (SELECT id FROM yarn WHERE place = @place)`,
    values.lot && sql`n.yarn_id IN (SELECT id FROM yarn WHERE dye_lot = @lot COLLATE NOCASE)`,
    values.atLeastM !== undefined && sql`n.length_m >= @atLeastM`,
    values.atMostM !== undefined && sql`n.length_m <= @atMostM`,
    gristMPerG && sql`n.grist_m_per_g BETWEEN @low AND @high`,
  ]);
  const given = Object.fromEntries(Object.entries(values).filter(([, value]) => value !== undefined));
  return {
    cards: prepared<{ card: string }>(
      db,
      sql`SELECT n.card FROM yarn_now n ${where} ORDER BY ${SHELF_ORDERS[order]} LIMIT @limit OFFSET @from`,
    )
      .all(given)
      .map(({ card }) => card),
    total: prepared<{ n: number }>(db, sql`SELECT count(*) AS n FROM yarn_now n ${where}`).get(given)!.n,
  };
}

/** The start of a word, quoted so that nothing in it is taken for a command of the search. */
export function ftsPrefix(word: string): string {
  const plain = word.replaceAll('"', '');
  return /[\p{L}\p{N}]/u.test(plain) ? `"${plain}"*` : '';
}

/** The places that yarns lie at, those where most lie first. */
export function placesOnShelf(db: Db): string[] {
  return prepared<{ place: string }>(
    db,
    sql`SELECT place FROM yarn WHERE gone IS NULL AND place <> '' GROUP BY place ORDER BY count(*) DESC, place LIMIT 100`,
  )
    .all()
    .map(({ place }) => place);
}

export function countShelf(db: Db): number {
  return prepared<{ n: number }>(db, sql`SELECT count(*) AS n FROM yarn_now`).get()!.n;
}
