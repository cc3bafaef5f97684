import { type Db, prepared } from '../common/connection';
import { sql } from '../common/sql';

/** A piece that went into water or dye by an operation and has not been found dry since. */
export interface WetRow {
  operationId: number;
  kind: 'wash' | 'dye';
  at: string;
  pieceId: number;
}

/** Those since a moment, the oldest first; pieces that have become something else, or of yarns that are gone, wait no more. */
export function wetPieces(db: Db, since: string): WetRow[] {
  return prepared<WetRow>(
    db,
    sql`SELECT o.id AS operationId, o.kind, o.at, part.piece_id AS pieceId
     FROM operation o JOIN operation_piece part ON part.operation_id = o.id AND part.side = 'on'
     JOIN piece_now p ON p.id = part.piece_id JOIN yarn y ON y.id = p.yarn_id
     WHERE o.kind IN ('wash', 'dye') AND o.at >= ?
       AND p.consumed_by IS NULL AND y.gone IS NULL
       AND EXISTS (SELECT 1 FROM live_operation l WHERE l.id = o.id)
       -- The last time that it was wet, and not weighed or found dry since.
       AND NOT EXISTS (
         SELECT 1 FROM operation_piece later JOIN live_operation l ON l.id = later.operation_id
         WHERE later.piece_id = part.piece_id AND later.operation_id > o.id
           AND (l.kind IN ('wash', 'dye', 'dry') OR later.mass_mg IS NOT NULL))
     ORDER BY o.at, o.id, part.piece_id`,
  ).all(since);
}

/** Hours from the water to the scale, of what was washed or dyed last; the oldest first. */
export function hoursDried(db: Db, limit: number): number[] {
  return prepared<{ hours: number | null }>(
    db,
    sql`SELECT (julianday((
         SELECT min(dry.at) FROM operation_piece later JOIN live_operation dry ON dry.id = later.operation_id
         WHERE later.piece_id = part.piece_id AND later.operation_id > wet.id
           AND (dry.kind = 'dry' OR later.mass_mg IS NOT NULL)
       )) - julianday(wet.at)) * 24 AS hours
     FROM (SELECT id, at FROM operation WHERE kind IN ('wash', 'dye') ORDER BY at DESC LIMIT ?) wet
     JOIN operation_piece part ON part.operation_id = wet.id
     WHERE EXISTS (SELECT 1 FROM live_operation l WHERE l.id = wet.id)
     GROUP BY wet.id ORDER BY wet.at`,
  )
    .all(limit)
    .flatMap(({ hours }) => hours ?? []);
}
