import { z } from 'zod';
import { InputError } from '../../core/common/inputError';
import type { RunMessage, RunNews } from '../../core/common/runSync';
import type { MiniEvent, MiniRunState } from '../../core/minis/miniRun';
import type { RunEvent, RunState } from '../../core/winding/run';
import type { Db } from '../../db/common/connection';
import { runById, type RunRow } from '../../db/winding/runs';
import { miniEvents, miniFold } from '../minis/miniRunEvents';
import { pathOf } from '../common/result';
import { syncRun, runEvents, windingFold } from '../winding/runEvents';
import { rowNumber } from '../common/rowNumber';

/** What the screen of a run sends, around the events of its kind. */
function message<Event>(events: z.ZodType<Event[]>) {
  return z.strictObject({
    writer: z.string().regex(/^[\w-]{4,60}$/),
    events,
    claim: z.enum(['ask', 'force', 'release']).optional(),
    formerly: z.string().max(60).optional(),
    wantState: z.boolean().optional(),
  }) satisfies z.ZodType<RunMessage<Event>>;
}

const MESSAGES = { wind: message(runEvents), minis: message(miniEvents) };

export interface RunProblem {
  error: { message: string; path: string };
}

/** Answers one message from the screen of a run. */
export function answerRun(db: Db, id: string, json: string, now: Date): { status: number; body: AnyNews | RunProblem } {
  let document: unknown;
  try {
    document = JSON.parse(json);
  } catch {
    return problem(400, 'this is not JSON', '');
  }
  const runId = rowNumber(id);
  const run = runId === null ? undefined : runById(db, runId);
  if (!run) return problem(404, 'there is no such run', 'id');
  const parsed = MESSAGES[run.kind].safeParse(document);
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    return problem(400, issue.message, pathOf(issue));
  }
  try {
    return { status: 200, body: followed(db, run, parsed.data, now) };
  } catch (error) {
    if (error instanceof InputError) return problem(400, error.message, error.path);
    throw error;
  }
}

type AnyNews = RunNews<RunState> | RunNews<MiniRunState>;

function followed(
  db: Db,
  { id, kind }: RunRow,
  reported: RunMessage<RunEvent> | RunMessage<MiniEvent>,
  now: Date,
): AnyNews {
  // The message was read by the schema of this kind.
  return kind === 'minis'
    ? syncRun(db, id, reported as RunMessage<MiniEvent>, now, miniFold)!
    : syncRun(db, id, reported as RunMessage<RunEvent>, now, windingFold)!;
}

function problem(status: number, message: string, path: string): { status: number; body: RunProblem } {
  return { status, body: { error: { message, path } } };
}
