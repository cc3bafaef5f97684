import type { EventStamp } from '../../core/common/runSync';
import { type Db, prepared } from '../common/connection';
import { sql } from '../common/sql';

/** What is done in a run: a piece is wound, or minis are counted off it. */
export type RunKindName = 'wind' | 'minis';

export interface RunRow {
  id: number;
  pieceId: number;
  kind: RunKindName;
  /** The mini plan that it belongs to. */
  planId: number | null;
  /** JSON */
  plan: string;
  startedAt: string;
  endedAt: string | null;
  operationId: number | null;
  leaseOwner: string | null;
  leaseSeenMs: number | null;
}

const COLUMNS = sql`id, piece_id AS pieceId, kind, plan_id AS planId, plan, started_at AS startedAt, ended_at AS endedAt,
  operation_id AS operationId, lease_owner AS leaseOwner, lease_seen_ms AS leaseSeenMs`;

export function insertRun(
  db: Db,
  run: { pieceId: number; plan: string; startedAt: string; kind?: RunKindName; planId?: number },
): number {
  const { lastInsertRowid } = prepared(
    db,
    sql`INSERT INTO run (piece_id, kind, plan_id, plan, started_at)
     VALUES (@pieceId, @kind, @planId, @plan, @startedAt)`,
  ).run({ kind: 'wind', planId: null, ...run });
  return Number(lastInsertRowid);
}

export function runById(db: Db, id: number): RunRow | undefined {
  return prepared<RunRow>(db, sql`SELECT ${COLUMNS} FROM run WHERE id = ?`).get(id);
}

export function openRuns(db: Db): RunRow[] {
  return prepared<RunRow>(db, sql`SELECT ${COLUMNS} FROM run WHERE ended_at IS NULL ORDER BY id DESC`).all();
}

export function openRunOfPiece(db: Db, pieceId: number): RunRow | undefined {
  return prepared<RunRow>(db, sql`SELECT ${COLUMNS} FROM run WHERE piece_id = ? AND ended_at IS NULL`).get(pieceId);
}

/** The counting of a mini plan's minis, the oldest first; those that were given up are left out. */
export function runsOfPlan(db: Db, planId: number): RunRow[] {
  return prepared<RunRow>(
    db,
    sql`SELECT ${COLUMNS} FROM run WHERE plan_id = ? AND (ended_at IS NULL OR operation_id IS NOT NULL) ORDER BY id`,
  ).all(planId);
}

export function runOfOperation(db: Db, operationId: number): RunRow | undefined {
  return prepared<RunRow>(db, sql`SELECT ${COLUMNS} FROM run WHERE operation_id = ?`).get(operationId);
}

export function endRun(db: Db, id: number, endedAt: string, operationId: number | null): void {
  prepared(db, sql`UPDATE run SET ended_at = ?, operation_id = ?, lease_owner = NULL WHERE id = ?`).run(
    endedAt,
    operationId,
    id,
  );
}

export function reopenRun(db: Db, id: number): void {
  prepared(db, sql`UPDATE run SET ended_at = NULL, operation_id = NULL WHERE id = ?`).run(id);
}

export function setLease(db: Db, id: number, leaseOwner: string | null, seenMs: number | null): void {
  prepared(db, sql`UPDATE run SET lease_owner = ?, lease_seen_ms = ? WHERE id = ?`).run(leaseOwner, seenMs, id);
}

/** An event as it is kept, whatever the run is of. */
export interface KeptEvent extends EventStamp {
  part: number;
  kind: string;
}

/** How the state of a run follows from its events: where it begins, and what each event makes of it. */
export interface Fold<State, Event extends KeptEvent> {
  /** How many cakes, or minis, the run makes. */
  parts: number;
  start: State;
  after: (state: State, event: Event) => State;
}

/** Keeps an event; one that is already there is left as it is. */
export function insertEvent(db: Db, runId: number, { writer, seq, atMs, part, kind, ...detail }: KeptEvent): void {
  prepared(
    db,
    sql`INSERT INTO run_event (run_id, writer, seq, at_ms, part, kind, detail) VALUES (?, ?, ?, ?, ?, ?, ?)
     ON CONFLICT (run_id, writer, seq) DO NOTHING`,
  ).run(runId, writer, seq, atMs, part, kind, JSON.stringify(detail));
}

/** Those after the one with this id, in the order in which they were kept. */
export function eventsAfter<Event extends KeptEvent>(
  db: Db,
  runId: number,
  id: number,
): { id: number; event: Event }[] {
  return prepared<KeptEvent & { id: number; detail: string }>(
    db,
    sql`SELECT id, writer, seq, at_ms AS atMs, part, kind, detail FROM run_event
     WHERE run_id = ? AND id > ? ORDER BY id`,
  )
    .all(runId, id)
    .map(({ id, detail, ...event }) => ({ id, event: { ...event, ...(JSON.parse(detail) as object) } as Event }));
}

/** After so many events the state is kept anew. */
const CHECKPOINT_EVERY = 200;

/** A run's state from its last checkpoint, and the events since. */
export function stateOfRun<State, Event extends KeptEvent>(db: Db, runId: number, fold: Fold<State, Event>): State {
  const { state, upto } = checkpointOf(db, runId);
  // What an earlier version kept lacks what came since.
  const begun = state === null ? fold.start : { ...fold.start, ...(JSON.parse(state) as State) };
  return eventsAfter<Event>(db, runId, upto).reduce((before, { event }) => fold.after(before, event), begun);
}

/** Keeps the state beside the run, where much has happened since that was last done; in the transaction that wrote the events. */
export function saveCheckpoint<State, Event extends KeptEvent>(db: Db, runId: number, fold: Fold<State, Event>): void {
  const { n, last } = prepared<{ n: number; last: number }>(
    db,
    sql`SELECT count(*) AS n, max(id) AS last FROM run_event WHERE run_id = ? AND id > ?`,
  ).get(runId, checkpointOf(db, runId).upto)!;
  if (n < CHECKPOINT_EVERY) return;
  const state = JSON.stringify(stateOfRun(db, runId, fold));
  prepared(db, sql`UPDATE run SET state = ?, state_upto = ? WHERE id = ?`).run(state, last, runId);
}

/** The state that was last kept, as JSON, and the event that it was kept after; none: the beginning. */
function checkpointOf(db: Db, runId: number): { state: string | null; upto: number } {
  const row = prepared<{ state: string | null; upto: number }>(
    db,
    sql`SELECT state, coalesce(state_upto, 0) AS upto FROM run WHERE id = ?`,
  ).get(runId);
  return row ?? { state: null, upto: 0 };
}

/** The last event that has arrived from each writer. A writer sends its events in order, so all before it have too. */
export function lastSeqs(db: Db, runId: number): Record<string, number> {
  // From writer to writer through the index: a run of an hour has many events and few writers.
  const rows = prepared<{ writer: string; seq: number }>(
    db,
    sql`WITH RECURSIVE each_writer (writer) AS (
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

/** The runs that were logged, and whose entry holds, the newest first. */
export function loggedRuns(db: Db, kind: RunKindName, limit: number): RunRow[] {
  return prepared<RunRow>(
    db,
    sql`SELECT ${COLUMNS} FROM run r WHERE r.kind = ? AND r.operation_id IS NOT NULL
     AND EXISTS (SELECT 1 FROM live_operation o WHERE o.id = r.operation_id)
     ORDER BY r.ended_at DESC LIMIT ?`,
  ).all(kind, limit);
}
