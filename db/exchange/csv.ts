import type { Db } from '../common/connection';

type Row = Record<string, string | number | null>;

/** Rows for tables that leave the app, one after another; each statement is its own, so that several can be read at once. */
const QUERIES = {
  pieces: `
    SELECT p.id AS piece_id, p.yarn_id, trim(y.line || ', ' || y.colour_name, ', ') AS yarn, p.label, p.form,
      p.loop_mm / 10.0 AS loop_cm, m.mass_mg / 1000.0 AS mass_g, coalesce(m.mass_from, '') AS mass_from,
      m.resolution_mg / 1000.0 AS scale_step_g, coalesce(w.at, '') AS weighed_at, p.created_by AS made_by,
      p.consumed_by AS used_up_by
    FROM piece_now p JOIN yarn y ON y.id = p.yarn_id
    LEFT JOIN operation_piece m ON m.operation_id = p.weighed_by AND m.piece_id = p.id
    LEFT JOIN operation w ON w.id = p.weighed_by
    ORDER BY p.id`,
  weighings: `
    SELECT o.id AS operation_id, o.at, part.piece_id, part.mass_mg / 1000.0 AS mass_g, part.tare_mg / 1000.0 AS tare_g,
      part.resolution_mg / 1000.0 AS scale_step_g, part.humidity_percent, o.note,
      NOT EXISTS (SELECT 1 FROM live_operation l WHERE l.id = o.id) AS undone
    FROM operation o JOIN operation_piece part ON part.operation_id = o.id
    WHERE o.kind = 'weigh' AND part.mass_from = 'scale' ORDER BY o.id, part.piece_id`,
  operations: `
    SELECT o.id AS operation_id, o.kind, o.at,
      coalesce(group_concat(part.piece_id, ';') FILTER (WHERE part.side = 'in'), '') AS pieces_in,
      coalesce(group_concat(part.piece_id, ';') FILTER (WHERE part.side = 'out'), '') AS pieces_out,
      coalesce(group_concat(part.piece_id, ';') FILTER (WHERE part.side = 'on'), '') AS pieces_on,
      sum(part.mass_mg) FILTER (WHERE part.side = 'in') / 1000.0 AS mass_in_g,
      sum(part.mass_mg) FILTER (WHERE part.side = 'out') / 1000.0 AS mass_out_g,
      o.waste_mg / 1000.0 AS waste_g, o.ties_mg / 1000.0 AS ties_g, o.note,
      o.kind <> 'undo' AND NOT EXISTS (SELECT 1 FROM live_operation l WHERE l.id = o.id) AS undone, o.undoes
    FROM operation o LEFT JOIN operation_piece part ON part.operation_id = o.id
    GROUP BY o.id ORDER BY o.id`,
} as const;

export function* rowsForCsv(db: Db, table: keyof typeof QUERIES): Generator<Row> {
  yield* db.prepare<[], Row>(QUERIES[table]).iterate();
}
