import { BAND_COLUMNS, type BandText } from '../../core/yarn/band';
import type { FibreName, FibreShare } from '../../core/yarn/fibre';
import type { Trust } from '../../core/yarn/gristFacts';
import type { TwistDirection } from '../../core/twist/twist';
import type { WeightClassNumber } from '../../core/yarn/weightClass';
import { type Db, prepared } from '../common/connection';
import { columnNames, type Sql, sql, sqlList, sqlName } from '../common/sql';

/** What a band tells, as it is stored. */
export interface BandRow extends Record<BandText, string> {
  colourHex: string;
  putUpMg: number | null;
  putUpMm: number | null;
  weightClass: WeightClassNumber | null;
  wpi: number | null;
  needleUm: number | null;
  hookUm: number | null;
  plies: number | null;
  twistDirection: TwistDirection | null;
  twistTurnsPerKm: number | null;
  gaugeStitchesPer10M: number | null;
  gaugeRowsPer10M: number | null;
  /** Codes, parted by spaces. */
  careSymbols: string;
}

/** What has become of a yarn's entry; null while it stands on the shelf. */
export type Gone = 'put away' | 'deleted' | 'merged';

export interface YarnRow extends BandRow {
  id: number;
  likeYarnId: number | null;
  trust: Trust | null;
  /** Where its cakes are worked from; null: as the user's school says. */
  workFrom: 'centre' | 'outside' | null;
  gone: Gone | null;
  goneAt: string | null;
  createdAt: string;
}

const BAND = Object.entries(BAND_COLUMNS).map(([name, column]) => ({ name: sqlName(name), column: sqlName(column) }));
const listed = (each: (field: { name: Sql; column: Sql }) => Sql) => sqlList(BAND.map(each));

const COLUMNS = sql`
  id, ${listed(({ name, column }) => sql`${column} AS ${name}`)},
  like_yarn_id AS likeYarnId, trust, work_from AS workFrom, gone, gone_at AS goneAt, created_at AS createdAt`;
const INSERT = sql`
  INSERT INTO yarn (${listed(({ column }) => column)}, created_at, batch)
  VALUES (${listed(({ name }) => sql`@${name}`)}, @createdAt, @batch)`;
const UPDATE = sql`UPDATE yarn SET ${listed(({ name, column }) => sql`${column} = @${name}`)} WHERE id = @id`;

/** Every yarn on the shelf, the oldest first. */
export function allYarnIds(db: Db): number[] {
  return prepared<{ id: number }>(db, sql`SELECT id FROM yarn WHERE gone IS NULL ORDER BY id`)
    .all()
    .map(({ id }) => id);
}

/** These yarns, those off the shelf too. */
export function yarnsById(db: Db, ids: readonly number[]): YarnRow[] {
  return prepared<YarnRow>(db, sql`SELECT ${COLUMNS} FROM yarn WHERE id IN (SELECT value FROM json_each(?))`).all(
    JSON.stringify(ids),
  );
}

export function yarnById(db: Db, id: number): YarnRow | undefined {
  return prepared<YarnRow>(db, sql`SELECT ${COLUMNS} FROM yarn WHERE id = ?`).get(id);
}

/** @param batch the key of the list that it came in with others */
export function insertYarn(db: Db, band: BandRow, createdAt: string, batch: string | null = null): number {
  const { lastInsertRowid } = prepared(db, INSERT).run({ ...band, createdAt, batch });
  return Number(lastInsertRowid);
}

export function updateBand(db: Db, id: number, band: BandRow): void {
  prepared(db, UPDATE).run({ ...band, id });
}

export function fibresOf(db: Db, yarnId: number): FibreShare[] {
  return prepared<{ fibre: FibreName; written: string | null; perMille: number }>(
    db,
    sql`SELECT fibre, written, per_mille AS perMille FROM yarn_fibre WHERE yarn_id = ? ORDER BY position`,
  )
    .all(yarnId)
    .map(({ fibre, written, perMille }) => ({
      name: fibre,
      percent: perMille / 10,
      ...(written !== null && { written }),
    }));
}

export function replaceFibres(db: Db, yarnId: number, fibres: readonly FibreShare[]): void {
  prepared(db, sql`DELETE FROM yarn_fibre WHERE yarn_id = ?`).run(yarnId);
  const insert = prepared(
    db,
    sql`INSERT INTO yarn_fibre (yarn_id, position, fibre, written, per_mille) VALUES (?, ?, ?, ?, ?)`,
  );
  fibres.forEach(({ name, percent, written = null }, position) =>
    insert.run(yarnId, position, name, written, Math.round(percent * 10)),
  );
}

export function setTrust(db: Db, id: number, trust: Trust | null): void {
  prepared(db, sql`UPDATE yarn SET trust = ? WHERE id = ?`).run(trust, id);
}

export function setWorkFrom(db: Db, id: number, workFrom: 'centre' | 'outside' | null): void {
  prepared(db, sql`UPDATE yarn SET work_from = ? WHERE id = ?`).run(workFrom, id);
}

export function setLikeYarn(db: Db, id: number, likeYarnId: number | null): void {
  prepared(db, sql`UPDATE yarn SET like_yarn_id = ? WHERE id = ?`).run(likeYarnId, id);
}

export function setGone(db: Db, id: number, gone: Gone | null, at: string | null): void {
  prepared(db, sql`UPDATE yarn SET gone = ?, gone_at = ? WHERE id = ?`).run(gone, at, id);
}

/** Those that are off the shelf, the latest first. */
export function goneYarns(db: Db, limit: number): YarnRow[] {
  return prepared<YarnRow>(
    db,
    sql`SELECT ${COLUMNS} FROM yarn WHERE gone IS NOT NULL ORDER BY gone_at DESC, id DESC LIMIT ?`,
  ).all(limit);
}

/** Those off the shelf whose names hold all the words in their order. */
export function goneYarnsLike(db: Db, words: readonly string[], limit: number): YarnRow[] {
  return prepared<YarnRow>(
    db,
    sql`SELECT ${COLUMNS} FROM yarn WHERE gone IS NOT NULL AND maker || ' ' || line || ' ' || colour_name LIKE ?
     ORDER BY gone_at DESC LIMIT ?`,
  ).all(`%${words.join('%')}%`, limit);
}

/** The yarns that came in one list. */
export function yarnsOfBatch(db: Db, batch: string): number[] {
  return prepared<{ id: number }>(db, sql`SELECT id FROM yarn WHERE batch = ? ORDER BY id`)
    .all(batch)
    .map(({ id }) => id);
}

/** A yarn on the shelf with the same maker, line, colour and lot, whatever the case of its letters. */
export function sameYarn(
  db: Db,
  { maker, line, colourName, dyeLot }: Pick<BandRow, 'maker' | 'line' | 'colourName' | 'dyeLot'>,
): number | undefined {
  return prepared<{ id: number }>(
    db,
    sql`SELECT id FROM yarn WHERE gone IS NULL
     AND maker = ? COLLATE NOCASE AND line = ? COLLATE NOCASE AND colour_name = ? COLLATE NOCASE
     AND dye_lot = ? COLLATE NOCASE ORDER BY id LIMIT 1`,
  ).get(maker, line, colourName, dyeLot)?.id;
}

/** Columns that may be filled from another yarn's band where they are empty. */
const FILLABLE = Object.values(BAND_COLUMNS).filter((column) => column !== 'colour_hex');

/** Fills what is empty in one band from another; tells which columns. */
export function fillBand(db: Db, id: number, fromId: number): string[] {
  const row = (yarnId: number) =>
    prepared<Record<string, unknown>>(db, sql`SELECT ${columnNames(FILLABLE)} FROM yarn WHERE id = ?`).get(yarnId)!;
  const [mine, theirs] = [row(id), row(fromId)];
  const isEmpty = (value: unknown) => value === null || value === '';
  const filled = FILLABLE.filter((column) => isEmpty(mine[column]) && !isEmpty(theirs[column]));
  for (const column of filled)
    prepared(db, sql`UPDATE yarn SET ${sqlName(column)} = ? WHERE id = ?`).run(theirs[column], id);
  return filled;
}

/** Empties the columns that were filled from another band. */
export function emptyBand(db: Db, id: number, columns: readonly string[]): void {
  for (const column of FILLABLE.filter((known) => columns.includes(known)))
    prepared(
      db,
      sql`UPDATE yarn SET ${sqlName(column)} = (SELECT CASE WHEN "notnull" THEN '' END FROM pragma_table_info('yarn') WHERE name = ?)
       WHERE id = ?`,
    ).run(column, id);
}
