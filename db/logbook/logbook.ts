import type { OperationKind } from '../../core/yarn/piece';
import { type Db, prepared, remembered } from '../common/connection';
import {
  OPERATION_COLUMNS,
  type OperationRow,
  OPERATION_PIECE_COLUMNS,
  type OperationPieceRow,
} from '../yarn/operations';
import type { PieceRow } from '../yarn/pieces';
import { ftsPrefix } from '../yarn/shelf';
import { sql, sqlWhere } from '../common/sql';

/** What is looked for in the logbook. Whatever is left out does not count. */
export interface LogQuery {
  kinds?: readonly OperationKind[];
  yarnId?: number;
  /** All of them, in the note or in the yarn's name, by the start of a word. */
  words?: readonly string[];
  /** All of them in the note. */
  noteWords?: readonly string[];
  /** From this moment on, and before that. */
  from?: string;
  until?: string;
  /** Older than this entry. */
  before?: { at: string; id: number };
}

/** The yarns that words find: those on the shelf by everything that they are found by there, others by their names. */
const YARNS_FOUND = sql`SELECT rowid AS id FROM yarn_text WHERE yarn_text MATCH @match
  UNION ALL
  SELECT id FROM yarn WHERE gone IS NOT NULL AND (maker || ' ' || line || ' ' || colour_name) LIKE @like`;

/** With more yarns than this, one of the newest entries is soon of one of them; with fewer, all of theirs are soon listed. */
const MANY_YARNS = 100;

function areMany(db: Db, match: string, like: string): boolean {
  return prepared(db, sql`${YARNS_FOUND} LIMIT @many + 1`).all({ match, like, many: MANY_YARNS }).length > MANY_YARNS;
}

const OF_MANY = sql`EXISTS (
  SELECT 1 FROM operation_piece part JOIN piece p ON p.id = part.piece_id
  WHERE part.operation_id = o.id AND p.yarn_id IN (${YARNS_FOUND}))`;
const OF_FEW = sql`o.id IN (
  SELECT part.operation_id FROM piece p JOIN operation_piece part ON part.piece_id = p.id
  WHERE p.yarn_id IN (${YARNS_FOUND}))`;

/** The newest first, without the undos. */
export function findOperations(db: Db, query: LogQuery, limit: number): (OperationRow & { live: 0 | 1 })[] {
  const words = (query.words ?? []).map(ftsPrefix).filter(Boolean);
  const like = words.length > 0 ? `%${query.words!.join('%')}%` : undefined;
  const values = {
    kinds: query.kinds && JSON.stringify(query.kinds),
    yarnId: query.yarnId,
    match: words.length > 0 ? words.join(' ') : undefined,
    like,
    note: query.noteWords?.map(ftsPrefix).filter(Boolean).join(' ') || undefined,
    from: query.from,
    until: query.until,
    beforeAt: query.before?.at,
    beforeId: query.before?.id,
    limit,
  };
  const where = sqlWhere([
    sql`o.kind <> 'undo'`,
    values.kinds && sql`o.kind IN (SELECT value FROM json_each(@kinds))`,
    values.yarnId !== undefined &&
      sql`o.id IN (SELECT part.operation_id FROM piece p JOIN operation_piece part ON part.piece_id = p.id
        WHERE p.yarn_id = @yarnId)`,
    values.match &&
      sql`(o.id IN (SELECT rowid FROM note_text WHERE note_text MATCH @match)
        OR ${areMany(db, values.match, values.like!) ? OF_MANY : OF_FEW})`,
    // Words that are none find nothing.
    query.noteWords && (values.note ? sql`o.id IN (SELECT rowid FROM note_text WHERE note_text MATCH @note)` : sql`0`),
    values.from && sql`o.at >= @from`,
    values.until && sql`o.at < @until`,
    values.beforeAt && sql`(o.at, o.id) < (@beforeAt, @beforeId)`,
  ]);
  const given = Object.fromEntries(Object.entries(values).filter(([, value]) => value !== undefined));
  return prepared<OperationRow & { live: 0 | 1 }>(
    db,
    sql`SELECT ${OPERATION_COLUMNS}, EXISTS (SELECT 1 FROM live_operation l WHERE l.id = o.id) AS live
     FROM operation o ${where} ORDER BY o.at DESC, o.id DESC LIMIT @limit`,
  ).all(given);
}

/** A part of an operation, with what its piece was made as. */
export type NamedOperationPiece = OperationPieceRow & Pick<PieceRow, 'label' | 'form' | 'yarnId'>;

/** The parts of these operations, in their order. */
export function namedOperationPieces(db: Db, operationIds: readonly number[]): NamedOperationPiece[] {
  return prepared<NamedOperationPiece>(
    db,
    sql`SELECT ${OPERATION_PIECE_COLUMNS}, p.label, p.form, p.yarn_id AS yarnId
     FROM operation_piece part JOIN piece p ON p.id = part.piece_id
     WHERE part.operation_id IN (SELECT value FROM json_each(?)) ORDER BY part.operation_id, part.piece_id`,
  ).all(JSON.stringify(operationIds));
}

/** An operation and one of the yarns that it was of. */
export interface WorkedRow {
  operationId: number;
  at: string;
  yarnId: number;
  colourHex: string;
}

/** With which yarns something was done between two moments, in the order of time. */
export function yarnsWorked(db: Db, from: string, until: string): WorkedRow[] {
  return remembered(db, 'yarns worked', `${from} ${until}`, () =>
    prepared<WorkedRow>(
      db,
      sql`SELECT DISTINCT o.id AS operationId, o.at, y.id AS yarnId, y.colour_hex AS colourHex
       FROM operation o JOIN operation_piece part ON part.operation_id = o.id
       JOIN piece p ON p.id = part.piece_id JOIN yarn y ON y.id = p.yarn_id
       WHERE o.at >= ? AND o.at < ? AND o.kind <> 'undo' ORDER BY o.at, y.id`,
    ).all(from, until),
  );
}

/** Something that happened and is no operation. */
export interface EventRow {
  at: string;
  what: 'given up' | 'put away' | 'deleted' | 'merged' | 'project finished' | 'project begun';
  /** Of the run, the yarn or the project. */
  id: number;
  name: string;
  colourHex: string | null;
}

/** Between two moments, the newest first. */
export function eventsBetween(db: Db, from: string, until: string, limit: number): EventRow[] {
  return prepared<EventRow>(
    db,
    sql`SELECT r.ended_at AS at, 'given up' AS what, r.id, p.label || ' of ' || y.line AS name, y.colour_hex AS colourHex
     FROM run r JOIN piece p ON p.id = r.piece_id JOIN yarn y ON y.id = p.yarn_id
     WHERE r.ended_at >= @from AND r.ended_at < @until AND r.operation_id IS NULL
     UNION ALL
     SELECT gone_at, gone, id, coalesce(nullif(line, ''), maker) || ', ' || colour_name, colour_hex FROM yarn
     WHERE gone IS NOT NULL AND gone_at >= @from AND gone_at < @until
     UNION ALL
     SELECT finished_at, 'project finished', id, name, NULL FROM project
     WHERE finished_at >= @from AND finished_at < @until AND deleted_at IS NULL
     UNION ALL
     SELECT created_at, 'project begun', id, name, NULL FROM project
     WHERE created_at >= @from AND created_at < @until AND deleted_at IS NULL
     ORDER BY at DESC LIMIT @limit`,
  ).all({ from, until, limit });
}
