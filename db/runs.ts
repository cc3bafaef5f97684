import { afterEvent, newRun, type RunEvent, type RunState } from '../core/run';
import { type Db, prepared } from './connection';

export interface RunRow {
  id: number;
  pieceId: number;
  /** JSON */
  plan: string;
  startedAt: string;
  endedAt: string | null;
  operationId: number | null;
  holder: string | null;
  holderSeenMs: number | null;
}

const COLUMNS = `id, piece_id AS pieceId, plan, started_at AS startedAt, ended_at AS endedAt,
  operation_id AS operationId, holder, holder_seen_ms AS holderSeenMs`;

export function insertRun(db: Db, run: { pieceId: number; plan: string; startedAt: string }): number {
  const { lastInsertRowid } = prepared(
    db,
    'INSERT INTO run (piece_id, plan, started_at) VALUES (@pieceId, @plan, @startedAt)',
  ).run(run);
  return Number(lastInsertRowid);
}

export function runById(db: Db, id: number): RunRow | undefined {
  return prepared<RunRow>(db, `SELECT ${COLUMNS} FROM run WHERE id = ?`).get(id);
}

export function openRuns(db: Db): RunRow[] {
  return prepared<RunRow>(db, `SELECT ${COLUMNS} FROM run WHERE ended_at IS NULL ORDER BY id DESC`).all();
}

export function openRunOfPiece(db: Db, pieceId: number): RunRow | undefined {
  return prepared<RunRow>(db, `SELECT ${COLUMNS} FROM run WHERE piece_id = ? AND ended_at IS NULL`).get(pieceId);
}

export function runOfOperation(db: Db, operationId: number): RunRow | undefined {
  return prepared<RunRow>(db, `SELECT ${COLUMNS} FROM run WHERE operation_id = ?`).get(operationId);
}

export function endRun(db: Db, id: number, endedAt: string, operationId: number | null): void {
  prepared(db, 'UPDATE run SET ended_at = ?, operation_id = ?, holder = NULL WHERE id = ?').run(
    endedAt,
    operationId,
    id,
  );
}

export function reopenRun(db: Db, id: number): void {
  prepared(db, 'UPDATE run SET ended_at = NULL, operation_id = NULL WHERE id = ?').run(id);
}

export function setHolder(db: Db, id: number, holder: string | null, seenMs: number | null): void {
  prepared(db, 'UPDATE run SET holder = ?, holder_seen_ms = ? WHERE id = ?').run(holder, seenMs, id);
}

/** Keeps an event; one that is already there is left as it is. Its key is `writer:seq`. */
export function insertEvent(db: Db, runId: number, event: RunEvent): void {
  const { key, atMs, part, kind, ...detail } = event;
  const colon = key.lastIndexOf(':');
  prepared(
    db,
    `INSERT INTO run_event (run_id, writer, seq, at_ms, part, kind, detail) VALUES (?, ?, ?, ?, ?, ?, ?)
     ON CONFLICT (run_id, writer, seq) DO NOTHING`,
  ).run(runId, key.slice(0, colon), Number(key.slice(colon + 1)), atMs, part, kind, JSON.stringify(detail));
}

/** Those after the one with this id, in the order in which they were kept. */
export function eventsAfter(db: Db, runId: number, id: number): { id: number; event: RunEvent }[] {
  return prepared<{ id: number; key: string; atMs: number; part: number; kind: string; detail: string }>(
    db,
    `SELECT id, writer || ':' || seq AS key, at_ms AS atMs, part, kind, detail FROM run_event
     WHERE run_id = ? AND id > ? ORDER BY id`,
  )
    .all(runId, id)
    .map(({ id, detail, ...event }) => ({ id, event: { ...event, ...(JSON.parse(detail) as object) } as RunEvent }));
}

/** After so many events the state is set down anew. */
const SET_DOWN_EVERY = 200;

/**
 * Where a run stands after all that happened in it. Told from where it was last set down: events are only ever added
 * behind the others, each once, so what came after that is all that is missing. A migration that gives the state
 * another shape empties what is set down, and it is told anew.
 */
export function stateOfRun(db: Db, runId: number, cakes: number): RunState {
  return told(db, runId, cakes).state;
}

/** Sets the state down, where much has happened since it last was; within the transaction that wrote the events. */
export function setStateDown(db: Db, runId: number, cakes: number): void {
  const { state, since, upto } = told(db, runId, cakes);
  if (since >= SET_DOWN_EVERY)
    prepared(db, 'UPDATE run SET state = ?, state_upto = ? WHERE id = ?').run(JSON.stringify(state), upto, runId);
}

function told(db: Db, runId: number, cakes: number): { state: RunState; since: number; upto: number } {
  const kept = prepared<{ state: string | null; upto: number | null }>(
    db,
    'SELECT state, state_upto AS upto FROM run WHERE id = ?',
  ).get(runId);
  const start = kept?.state ? (JSON.parse(kept.state) as RunState) : newRun(cakes);
  const rest = eventsAfter(db, runId, kept?.upto ?? 0);
  return {
    state: rest.reduce((before, { event }) => afterEvent(before, event), start),
    since: rest.length,
    upto: rest.at(-1)?.id ?? kept?.upto ?? 0,
  };
}

/** The last event that has arrived from each writer. A writer sends its events in order, so all before it have too. */
export function lastSeqs(db: Db, runId: number): Record<string, number> {
  // From writer to writer through the index: a run of an hour has many events and few writers.
  const rows = prepared<{ writer: string; seq: number }>(
    db,
    `WITH RECURSIVE each_writer (writer) AS (
       SELECT min(writer) FROM run_event WHERE run_id = @runId
       UNION ALL
       SELECT (SELECT min(writer) FROM run_event WHERE run_id = @runId AND writer > each_writer.writer)
       FROM each_writer WHERE writer IS NOT NULL
     )
     SELECT writer, (SELECT max(seq) FROM run_event e WHERE e.run_id = @runId AND e.writer = each_writer.writer) AS seq
     FROM each_writer WHERE writer IS NOT NULL`,
  ).all({ runId });
  return Object.fromEntries(rows.map(({ writer, seq }) => [writer, seq]));
}
