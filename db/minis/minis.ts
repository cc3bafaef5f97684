import { type Db, prepared } from '../common/connection';
import { sql } from '../common/sql';

export interface MiniPlanRow {
  id: number;
  name: string;
  /** JSON */
  plan: string;
  createdAt: string;
  endedAt: string | null;
}

const PLAN = sql`id, name, plan, created_at AS createdAt, ended_at AS endedAt`;

export function insertMiniPlan(
  db: Db,
  miniPlan: { name: string; plan: string; createdAt: string; requestKey: string },
): number {
  const { lastInsertRowid } = prepared(
    db,
    sql`INSERT INTO mini_plan (name, plan, created_at, request_key) VALUES (@name, @plan, @createdAt, @requestKey)`,
  ).run(miniPlan);
  return Number(lastInsertRowid);
}

export function miniPlanById(db: Db, id: number): MiniPlanRow | undefined {
  return prepared<MiniPlanRow>(db, sql`SELECT ${PLAN} FROM mini_plan WHERE id = ?`).get(id);
}

/** The newest first; those put away last. */
export function miniPlans(db: Db): MiniPlanRow[] {
  return prepared<MiniPlanRow>(
    db,
    sql`SELECT ${PLAN} FROM mini_plan ORDER BY ended_at IS NOT NULL, coalesce(ended_at, created_at) DESC, id DESC`,
  ).all();
}

export function updateMiniPlan(db: Db, id: number, miniPlan: { name: string; plan: string }): void {
  prepared(db, sql`UPDATE mini_plan SET name = @name, plan = @plan WHERE id = @id`).run({ id, ...miniPlan });
}

export function setMiniPlanEnded(db: Db, id: number, endedAt: string | null): void {
  prepared(db, sql`UPDATE mini_plan SET ended_at = ? WHERE id = ?`).run(endedAt, id);
}

export interface MiniRow {
  pieceId: number;
  operationId: number;
  planId: number;
  reelId: number | null;
  sizeId: string;
  place: number;
  places: number;
  loops: number;
  wantedMg: number;
  toleranceMg: number;
  kit: number | null;
}

const MINI = sql`m.piece_id AS pieceId, m.operation_id AS operationId, m.plan_id AS planId, m.reel_id AS reelId,
  m.size_id AS sizeId, m.place, m.places, m.loops, m.wanted_mg AS wantedMg, m.tolerance_mg AS toleranceMg, m.kit`;

export function insertMini(db: Db, mini: Omit<MiniRow, 'kit'>): void {
  prepared(
    db,
    sql`INSERT INTO mini (piece_id, operation_id, plan_id, reel_id, size_id, place, places, loops, wanted_mg, tolerance_mg)
     VALUES (@pieceId, @operationId, @planId, @reelId, @sizeId, @place, @places, @loops, @wantedMg, @toleranceMg)`,
  ).run(mini);
}

/** The minis of a mini plan whose making holds, in the order in which they were made. */
export function minisOfPlan(db: Db, planId: number): MiniRow[] {
  return prepared<MiniRow>(
    db,
    sql`SELECT ${MINI} FROM mini m JOIN live_operation o ON o.id = m.operation_id WHERE m.plan_id = ? ORDER BY m.piece_id`,
  ).all(planId);
}

export function miniOfPiece(db: Db, pieceId: number): MiniRow | undefined {
  return prepared<MiniRow>(
    db,
    sql`SELECT ${MINI} FROM mini m JOIN live_operation o ON o.id = m.operation_id WHERE m.piece_id = ?`,
  ).get(pieceId);
}

export function setKit(db: Db, pieceId: number, kit: number | null): void {
  prepared(db, sql`UPDATE mini SET kit = ? WHERE piece_id = ?`).run(kit, pieceId);
}

/** Loops and grams of the last minis that were made of a yarn on a reel; what a loop weighs follows from them. */
export function loopsLastWeighed(
  db: Db,
  yarnId: number,
  reelId: number,
): { loops: number; massMg: number; minis: number } | undefined {
  const row = prepared<{ loops: number | null; massMg: number | null; minis: number }>(
    db,
    sql`WITH last (operation_id) AS (
       SELECT max(m.operation_id) FROM mini m JOIN live_operation o ON o.id = m.operation_id
       JOIN piece p ON p.id = m.piece_id WHERE p.yarn_id = ? AND m.reel_id = ?
     )
     SELECT sum(m.loops) AS loops, sum(part.mass_mg) AS massMg, count(*) AS minis FROM mini m
     JOIN last ON last.operation_id = m.operation_id
     JOIN operation_piece part ON part.operation_id = m.operation_id AND part.piece_id = m.piece_id
     WHERE part.mass_mg IS NOT NULL`,
  ).get(yarnId, reelId);
  return row?.loops && row.massMg ? { loops: row.loops, massMg: row.massMg, minis: row.minis } : undefined;
}
