import { afterMiniEvent, type MiniEvent, newMiniRun } from '../../core/minis/miniRun';
import { afterEvent, newRun, type RunEvent } from '../../core/winding/run';
import { momentOfMinis, momentOfWinding, type RunMoment, runStory, type RunStory } from '../../core/logbook/runStory';
import type { Db } from '../../db/common/connection';
import { eventsAfter, type RunRow } from '../../db/winding/runs';
import { readMiniRunPlan } from '../minis/miniRunPlan';
import { readPlan } from '../winding/runPlan';

/** A run told from its events, in the order in which they happened. */
export function storyOf(db: Db, run: Pick<RunRow, 'id' | 'kind' | 'plan'>): RunStory {
  return runStory(run.kind === 'minis' ? momentsOfMinis(db, run) : momentsOfWinding(db, run));
}

function momentsOfWinding(db: Db, { id, plan }: Pick<RunRow, 'id' | 'plan'>): RunMoment[] {
  let state = newRun(readPlan(plan).cakes.length);
  return inOrder(eventsAfter<RunEvent>(db, id, 0)).map((event) => {
    state = afterEvent(state, event);
    const moment = momentOfWinding({ ...state, atMs: event.atMs });
    return event.kind === 'reading' ? { ...moment, reading: { device: event.device, total: event.total } } : moment;
  });
}

function momentsOfMinis(db: Db, { id, plan }: Pick<RunRow, 'id' | 'plan'>): RunMoment[] {
  let state = newMiniRun(readMiniRunPlan(plan).minis.length);
  return inOrder(eventsAfter<MiniEvent>(db, id, 0)).map((event) => {
    state = afterMiniEvent(state, event);
    return momentOfMinis(event.atMs, state);
  });
}

/** Counts that a screen kept while the server was away arrive late; they are told when they were made. */
function inOrder<Event extends { atMs: number }>(events: readonly { event: Event }[]): Event[] {
  return events.map(({ event }) => event).sort((a, b) => a.atMs - b.atMs);
}
