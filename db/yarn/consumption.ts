import type { PackageEnd } from '../../core/yarn/faults';
import type { Joint, WriteOffReason } from '../../core/yarn/piece';
import { type Db, prepared } from '../common/connection';
import { sql } from '../common/sql';

/** What went of a piece, for whatever reason. */
export interface ConsumptionRow {
  operationId: number;
  massMg: number | null;
  why: WriteOffReason | null;
  projectId: number | null;
}

export function insertConsumption(db: Db, consumption: ConsumptionRow): void {
  prepared(
    db,
    sql`INSERT INTO consumption (operation_id, mass_mg, why, project_id) VALUES (@operationId, @massMg, @why, @projectId)`,
  ).run(consumption);
}

export function consumptionBy(db: Db, operationId: number): (ConsumptionRow & { project: string | null }) | undefined {
  return prepared<ConsumptionRow & { project: string | null }>(
    db,
    sql`SELECT w.operation_id AS operationId, w.mass_mg AS massMg, w.why, w.project_id AS projectId, p.name AS project
     FROM consumption w LEFT JOIN project p ON p.id = w.project_id WHERE w.operation_id = ?`,
  ).get(operationId);
}

/** A part that was taken from a piece, and the end that it was taken from. */
export interface Takeoff {
  operationId: number;
  pieceId: number;
  tookMg: number;
  remainingMg: number;
  fromEnd: PackageEnd | null;
}

/** What was taken of a yarn's pieces that are still there for the rest, oldest first. */
export function takeoffsOfYarn(db: Db, yarnId: number): Takeoff[] {
  return prepared<Takeoff>(
    db,
    sql`SELECT w.operation_id AS operationId, part.piece_id AS pieceId, w.mass_mg AS tookMg, part.mass_mg AS remainingMg,
       o.from_end AS fromEnd
     FROM consumption w JOIN live_operation o ON o.id = w.operation_id
     JOIN operation_piece part ON part.operation_id = w.operation_id AND part.side = 'on'
     JOIN piece p ON p.id = part.piece_id
     WHERE p.yarn_id = ? AND w.mass_mg IS NOT NULL AND part.mass_mg IS NOT NULL ORDER BY w.operation_id`,
  ).all(yarnId);
}

/** What a project has used up so far, of each yarn. */
export function usedForProject(db: Db, projectId: number): { yarnId: number; massMg: number }[] {
  return prepared<{ yarnId: number; massMg: number }>(
    db,
    sql`SELECT p.yarn_id AS yarnId, sum(w.mass_mg) AS massMg
     FROM consumption w JOIN live_operation o ON o.id = w.operation_id
     JOIN operation_piece part ON part.operation_id = w.operation_id
     JOIN piece p ON p.id = part.piece_id
     WHERE w.project_id = ? AND w.mass_mg IS NOT NULL GROUP BY p.yarn_id ORDER BY p.yarn_id`,
  ).all(projectId);
}

export function insertJoined(db: Db, operationId: number, joint: Joint, pieceIds: readonly number[]): void {
  prepared(db, sql`INSERT INTO joined (operation_id, joint, pieces) VALUES (?, ?, ?)`).run(
    operationId,
    joint,
    JSON.stringify(pieceIds),
  );
}

/** How pieces were joined, in the order in which they lie. */
export function joinedBy(db: Db, operationId: number): { joint: Joint; pieceIds: number[] } | undefined {
  const row = prepared<{ joint: Joint; pieces: string }>(
    db,
    sql`SELECT joint, pieces FROM joined WHERE operation_id = ?`,
  ).get(operationId);
  return row && { joint: row.joint, pieceIds: JSON.parse(row.pieces) as number[] };
}
