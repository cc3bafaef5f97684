import type { TwistDirection } from '../../core/twist/twist';
import { type Db, prepared } from '../common/connection';
import { sql } from '../common/sql';

export type SampleHow = 'length' | 'reel' | 'wraps' | 'twist';

/** What was measured on a piece: a length and its mass, loops on a reel, wraps, or turns of twist. */
export interface SampleRow {
  operationId: number;
  pieceId: number;
  how: SampleHow;
  washed: 0 | 1;
  lengthMm: number | null;
  massMg: number | null;
  resolutionMg: number | null;
  humidityPercent: number | null;
  loops: number | null;
  loopMm: number | null;
  spreadMm: number | null;
  wpi: number | null;
  /** Until a stretch of so many millimetres lay straight, and the way it leant before. */
  turns: number | null;
  overMm: number | null;
  leans: TwistDirection | null;
}

/** Nothing of it was measured. */
export const NO_SAMPLE = {
  lengthMm: null,
  massMg: null,
  resolutionMg: null,
  humidityPercent: null,
  loops: null,
  loopMm: null,
  spreadMm: null,
  wpi: null,
  turns: null,
  overMm: null,
  leans: null,
};

export function insertSample(db: Db, sample: SampleRow): void {
  prepared(
    db,
    sql`INSERT INTO sample (operation_id, piece_id, how, washed, length_mm, mass_mg, resolution_mg, humidity_percent,
       loops, loop_mm, spread_mm, wpi, turns, over_mm, leans)
     VALUES (@operationId, @pieceId, @how, @washed, @lengthMm, @massMg, @resolutionMg, @humidityPercent,
       @loops, @loopMm, @spreadMm, @wpi, @turns, @overMm, @leans)`,
  ).run(sample);
}

/** A measurement with when it was, and of which piece. */
export type DatedSample = SampleRow & { at: string; pieceLabel: string };

const SELECT = sql`SELECT s.operation_id AS operationId, s.piece_id AS pieceId, s.how, s.washed, s.length_mm AS lengthMm,
  s.mass_mg AS massMg, s.resolution_mg AS resolutionMg, s.humidity_percent AS humidityPercent, s.loops,
  s.loop_mm AS loopMm, s.spread_mm AS spreadMm, s.wpi, s.turns, s.over_mm AS overMm, s.leans, o.at, p.label AS pieceLabel`;

/** All that was measured on a yarn and still holds, oldest first. */
export function samplesOfYarn(db: Db, yarnId: number): DatedSample[] {
  return prepared<DatedSample>(
    db,
    sql`${SELECT}
     FROM piece p JOIN sample s ON s.piece_id = p.id JOIN live_operation o ON o.id = s.operation_id
     WHERE p.yarn_id = ? ORDER BY s.operation_id`,
  ).all(yarnId);
}

/** What these operations measured, those undone too. */
export function samplesOfOperations(db: Db, operationIds: readonly number[]): DatedSample[] {
  return prepared<DatedSample>(
    db,
    sql`${SELECT}
     FROM sample s JOIN piece p ON p.id = s.piece_id JOIN operation o ON o.id = s.operation_id
     WHERE s.operation_id IN (SELECT value FROM json_each(?))`,
  ).all(JSON.stringify(operationIds));
}

/** Yarns whose twist was counted, the last one first. */
export function yarnsWithTwistCounted(db: Db, limit: number): number[] {
  return prepared<{ yarnId: number }>(
    db,
    sql`SELECT p.yarn_id AS yarnId FROM sample s JOIN live_operation o ON o.id = s.operation_id
     JOIN piece p ON p.id = s.piece_id JOIN yarn y ON y.id = p.yarn_id
     WHERE s.how = 'twist' AND y.gone IS NULL GROUP BY p.yarn_id ORDER BY max(s.operation_id) DESC LIMIT ?`,
  )
    .all(limit)
    .map(({ yarnId }) => yarnId);
}
