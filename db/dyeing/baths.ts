import type { Recipe } from '../../core/dyeing/recipe';
import { type Db, prepared, remembered } from '../common/connection';
import { sql } from '../common/sql';

export interface BathRow {
  id: number;
  name: string;
  /** What baths that were planned in one go have in common; empty: it was planned alone. */
  series: string;
  fibreMg: number;
  recipe: Recipe;
  potMl: number | null;
  note: string;
  /** By which its pieces went into the pot, where that holds. */
  operationId: number | null;
  /** When they did. */
  at: string | null;
  /** As it came out; null: nobody has seen it yet. */
  colourHex: string | null;
  dyeLot: string;
  createdAt: string;
  deletedAt: string | null;
}

export type NewBath = Pick<BathRow, 'name' | 'series' | 'fibreMg' | 'recipe' | 'potMl' | 'note'>;

type Stored = Omit<BathRow, 'recipe'> & { recipe: string };

// One whose dyeing was undone is still to be made.
const SELECT = sql`SELECT b.id, b.name, b.series, b.fibre_mg AS fibreMg, b.recipe, b.pot_ml AS potMl, b.note,
    o.id AS operationId, o.at, b.colour_hex AS colourHex, b.dye_lot AS dyeLot, b.created_at AS createdAt,
    b.deleted_at AS deletedAt
  FROM bath b LEFT JOIN live_operation o ON o.id = b.operation_id`;

const rowOf = ({ recipe, ...row }: Stored): BathRow => ({ ...row, recipe: JSON.parse(recipe) as Recipe });

export function bathById(db: Db, id: number): BathRow | undefined {
  const row = prepared<Stored>(db, sql`${SELECT} WHERE b.id = ?`).get(id);
  return row && rowOf(row);
}

/** Every bath, the newest first. */
export function allBaths(db: Db): BathRow[] {
  return prepared<Stored>(db, sql`${SELECT} ORDER BY b.id DESC`)
    .all()
    .map(rowOf);
}

/** The baths of one series that were not deleted, in their order. */
export function bathsOfSeries(db: Db, series: string): BathRow[] {
  return prepared<Stored>(db, sql`${SELECT} WHERE b.series = ? AND b.deleted_at IS NULL ORDER BY b.id`)
    .all(series)
    .map(rowOf);
}

/** The bath whose pieces went into the pot by this operation. */
export function bathOfOperation(db: Db, operationId: number): BathRow | undefined {
  const row = prepared<Stored>(db, sql`${SELECT} WHERE b.operation_id = ? AND b.deleted_at IS NULL`).get(operationId);
  return row && rowOf(row);
}

/** The baths that pieces of a yarn went into and whose colour was seen. */
export function colouredBathsOf(db: Db, yarnId: number): readonly BathRow[] {
  return remembered(db, 'coloured baths', yarnId, () =>
    prepared<Stored>(
      db,
      sql`${SELECT} WHERE b.deleted_at IS NULL AND b.colour_hex IS NOT NULL AND o.id IN (
       SELECT part.operation_id FROM operation_piece part JOIN piece p ON p.id = part.piece_id WHERE p.yarn_id = ?)
       ORDER BY o.id`,
    )
      .all(yarnId)
      .map(rowOf),
  );
}

/** The bath that a piece is to go into and has not yet. */
export function bathAwaiting(db: Db, pieceId: number): BathRow | undefined {
  const row = prepared<Stored>(
    db,
    sql`${SELECT} JOIN bath_piece p ON p.bath_id = b.id
     WHERE p.piece_id = ? AND b.deleted_at IS NULL AND o.id IS NULL ORDER BY b.id DESC LIMIT 1`,
  ).get(pieceId);
  return row && rowOf(row);
}

export function insertBath(
  db: Db,
  { recipe, ...bath }: NewBath & { createdAt: string; requestKey: string | null },
  pieceIds: readonly number[],
): number {
  const { lastInsertRowid } = prepared(
    db,
    sql`INSERT INTO bath (name, series, fibre_mg, recipe, pot_ml, note, created_at, request_key)
     VALUES (@name, @series, @fibreMg, @recipe, @potMl, @note, @createdAt, @requestKey)`,
  ).run({ ...bath, recipe: JSON.stringify(recipe) });
  setPieces(db, Number(lastInsertRowid), pieceIds);
  return Number(lastInsertRowid);
}

export function updateBath(
  db: Db,
  id: number,
  { recipe, ...bath }: Omit<NewBath, 'series'>,
  pieceIds: readonly number[],
): void {
  prepared(
    db,
    sql`UPDATE bath SET name = @name, fibre_mg = @fibreMg, recipe = @recipe, pot_ml = @potMl, note = @note WHERE id = @id`,
  ).run({ ...bath, id, recipe: JSON.stringify(recipe) });
  setPieces(db, id, pieceIds);
}

function setPieces(db: Db, bathId: number, pieceIds: readonly number[]): void {
  prepared(db, sql`DELETE FROM bath_piece WHERE bath_id = ?`).run(bathId);
  for (const pieceId of pieceIds)
    prepared(db, sql`INSERT INTO bath_piece (bath_id, piece_id) VALUES (?, ?)`).run(bathId, pieceId);
}

/** The pieces that are to go into a bath. */
export function piecesOfBath(db: Db, bathId: number): number[] {
  return prepared<{ id: number }>(db, sql`SELECT piece_id AS id FROM bath_piece WHERE bath_id = ? ORDER BY piece_id`)
    .all(bathId)
    .map(({ id }) => id);
}

/** Its pieces are in the pot. */
export function setPotted(db: Db, id: number, operationId: number): void {
  prepared(db, sql`UPDATE bath SET operation_id = ? WHERE id = ?`).run(operationId, id);
}

/** What came out of it; null: not seen after all. */
export function setOutcome(
  db: Db,
  id: number,
  outcome: { name: string; colourHex: string | null; dyeLot: string },
): void {
  prepared(db, sql`UPDATE bath SET name = @name, colour_hex = @colourHex, dye_lot = @dyeLot WHERE id = @id`).run({
    ...outcome,
    id,
  });
}

export function setBathDeleted(db: Db, id: number, deletedAt: string | null): void {
  prepared(db, sql`UPDATE bath SET deleted_at = ? WHERE id = ?`).run(deletedAt, id);
}
