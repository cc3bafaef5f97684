import { z } from 'zod';
import { InputError } from '../../core/common/inputError';
import type { RunMessage, RunNews } from '../../core/common/runSync';
import { momentOfMinis, momentOfWinding, type RunMoment, runStory, type RunStory } from '../../core/logbook/runStory';
import type { Db } from '../../db/common/connection';
import { eventsAfter, type KeptEvent, runById, type RunKindName, type RunRow } from '../../db/winding/runs';
import { eventBase } from '../common/eventBase';
import { checked, parsedJson } from '../common/result';
import { rowNumber } from '../common/rowNumber';
import { MINI_COUNTING } from '../minis/miniRunEvents';
import { WINDING } from '../winding/runEvents';
import { type RunKind, syncRun } from '../winding/runSync';

/** What the server does with a run of any kind. */
interface ServedKind {
  isEvent: (event: unknown) => boolean;
  /** Answers a message from a screen that shows the run. */
  sync: (db: Db, run: RunRow, message: unknown, now: Date) => RunNews<unknown>;
  /** The run told from its events, in the order in which they happened. */
  story: (db: Db, run: Pick<RunRow, 'id' | 'plan'>) => RunStory;
}

/** Every kind of run by its name; whatever is asked of a run without knowing its kind goes through here. */
export const RUN_KINDS: Record<RunKindName, ServedKind> = {
  wind: served(WINDING, (state, event) => {
    const moment = momentOfWinding({ ...state, atMs: event.atMs });
    return event.kind === 'reading' ? { ...moment, reading: { device: event.device, total: event.total } } : moment;
  }),
  minis: served(MINI_COUNTING, (state, event) => momentOfMinis(event.atMs, state)),
};

function served<State, Event extends KeptEvent>(
  kind: RunKind<State, Event>,
  moment: (state: State, event: Event) => RunMoment,
): ServedKind {
  const message = z.strictObject({
    writer: eventBase.writer,
    events: kind.events,
    claim: z.enum(['ask', 'force', 'release']).optional(),
    formerly: z.string().max(60).optional(),
    wantState: z.boolean().optional(),
  }) satisfies z.ZodType<RunMessage<Event>>;
  return {
    isEvent: (event) => kind.events.safeParse([event]).success,
    sync: (db, run, given, now) => syncRun(db, run, checked(message, given), now, kind),
    story: (db, { id, plan }) => {
      const { start, after } = kind.fold(plan);
      let state = start;
      // Counts that a screen kept while the server was away arrive late; they are told when they were made.
      const events = eventsAfter<Event>(db, id, 0).sort((a, b) => a.event.atMs - b.event.atMs);
      return runStory(events.map(({ event }) => moment((state = after(state, event)), event)));
    },
  };
}

export interface RunProblem {
  error: { message: string; path: string };
}

/** Answers one message from the screen of a run. */
export function answerRun(
  db: Db,
  id: string,
  json: string,
  now: Date,
): { status: number; body: RunNews<unknown> | RunProblem } {
  const problem = (status: number, message: string, path: string) => ({ status, body: { error: { message, path } } });
  const runId = rowNumber(id);
  try {
    const document = parsedJson(json);
    return db
      .transaction(() => {
        const run = runId === null ? undefined : runById(db, runId);
        if (!run) return problem(404, 'there is no such run', 'id');
        return { status: 200, body: RUN_KINDS[run.kind].sync(db, run, document, now) };
      })
      .immediate();
  } catch (error) {
    if (error instanceof InputError) return problem(400, error.message, error.path);
    throw error;
  }
}
