import { type Db, prepared } from '../common/connection';
import { sql } from '../common/sql';

/** One cake as it was wound and as it came off. */
export interface WoundCakeRow {
  operationId: number;
  pieceId: number;
  winderId: number | null;
  handFormId: number | null;
  yarnKind: string;
  again: 0 | 1;
  coreUm: number;
  crossingMillideg: number;
  turns: number;
  plannedTurns: number;
  windingMs: number | null;
  lengthMm: number;
  counterMm: number | null;
  diameterUm: number | null;
  heightUm: number | null;
}

/** The same with what it weighed when it came off, what it is called, and whether it was wound round itself as a ball. */
export interface WoundCake extends WoundCakeRow {
  ball: 0 | 1 | null;
  massMg: number;
  at: string;
  label: string;
  yarnId: number;
}

export function insertWoundCake(db: Db, cake: WoundCakeRow): void {
  prepared(
    db,
    sql`INSERT INTO wound_cake (operation_id, piece_id, winder_id, hand_form_id, yarn_kind, again, core_um,
       crossing_millideg, turns, planned_turns, winding_ms, length_mm, counter_mm, diameter_um, height_um)
     VALUES (@operationId, @pieceId, @winderId, @handFormId, @yarnKind, @again, @coreUm,
       @crossingMillideg, @turns, @plannedTurns, @windingMs, @lengthMm, @counterMm, @diameterUm, @heightUm)`,
  ).run(cake);
}

/** Of a wound cake "w" that was wound by hand: round a thumb or two fingers it turns every way and becomes a ball. */
export const IS_BALL = sql`(SELECT f.kind IN ('thumb', 'fingers') FROM hand_form f WHERE f.id = w.hand_form_id)`;

const SELECT = sql`
  SELECT w.operation_id AS operationId, w.piece_id AS pieceId, w.winder_id AS winderId,
    w.hand_form_id AS handFormId, w.yarn_kind AS yarnKind, w.again, w.core_um AS coreUm,
    w.crossing_millideg AS crossingMillideg, w.turns, w.planned_turns AS plannedTurns, w.winding_ms AS windingMs,
    w.length_mm AS lengthMm, w.counter_mm AS counterMm, w.diameter_um AS diameterUm, w.height_um AS heightUm,
    m.mass_mg AS massMg, o.at, p.label, p.yarn_id AS yarnId, ${IS_BALL} AS ball
  FROM wound_cake w
  JOIN live_operation o ON o.id = w.operation_id
  JOIN operation_piece m ON m.operation_id = w.operation_id AND m.piece_id = w.piece_id
  JOIN piece p ON p.id = w.piece_id`;

const TOOL_COLUMNS = { winder: sql`w.winder_id`, hand_form: sql`w.hand_form_id` };

/** The last cakes of a tool that still stand in the log, oldest first. */
export function woundOn(db: Db, tool: 'winder' | 'hand_form', id: number, limit: number): WoundCake[] {
  return prepared<WoundCake>(db, sql`${SELECT} WHERE ${TOOL_COLUMNS[tool]} = ? ORDER BY w.operation_id DESC LIMIT ?`)
    .all(id, limit)
    .reverse();
}

/** The cakes that one winding made. */
export function woundBy(db: Db, operationId: number): WoundCake[] {
  return prepared<WoundCake>(db, sql`${SELECT} WHERE w.operation_id = ? ORDER BY w.piece_id`).all(operationId);
}

/** How a piece was wound; undefined for one that came otherwise. */
export function woundAs(db: Db, pieceId: number): WoundCake | undefined {
  return prepared<WoundCake>(db, sql`${SELECT} WHERE w.piece_id = ?`).get(pieceId);
}
