import type { EventStamp } from '../../core/common/runSync';
import { keptForGood } from '../kept/browserStore';

/**
 * Events of a run that the server has not confirmed yet, kept in the browser under the writer's name, so that a
 * closed tab or a stopped server loses none. Each open screen has a box of its own; what an earlier screen left
 * behind is sent on by the next.
 */
export interface Outbox<Event extends EventStamp> {
  writer: string;
  events: Event[];
}

const prefix = (runId: number) => `run ${runId} `;

/** Whether the browser keeps them now; else they go with the page. */
export function keepOutbox(runId: number, { writer, events }: Outbox<EventStamp>): boolean {
  return keptForGood.set(prefix(runId) + writer, events.length === 0 ? null : JSON.stringify(events));
}

/** The boxes that other screens of this browser have left, of this run. */
export function boxesLeftBehind<Event extends EventStamp>(runId: number, writer: string): Outbox<Event>[] {
  return keptForGood.names().flatMap((name) => {
    if (!name.startsWith(prefix(runId)) || name === prefix(runId) + writer) return [];
    const events = readable(() => eventsIn<Event>(keptForGood.get(name)));
    return events ? [{ writer: name.slice(prefix(runId).length), events }] : [];
  });
}

/** Empties a box that was left behind, unless its own screen has put more into it meanwhile. */
export function clearSentBox(runId: number, { writer, events }: Outbox<EventStamp>): void {
  const name = prefix(runId) + writer;
  if (JSON.stringify(eventsIn(keptForGood.get(name))) === JSON.stringify(events)) keptForGood.set(name, null);
}

/** Null for a torn box: the others are sent all the same. */
function readable<Found>(read: () => Found): Found | null {
  try {
    return read();
  } catch {
    return null;
  }
}

/** What a box holds. A page from before an update named writer and number of an event in one, `writer:number`. */
function eventsIn<Event extends EventStamp>(json: string | null): Event[] {
  return (JSON.parse(json ?? '[]') as (Event & { key?: string })[]).map(({ key, ...event }) => {
    const colon = key?.lastIndexOf(':') ?? 0;
    const stamp = key && { writer: key.slice(0, colon), seq: Number(key.slice(colon + 1)) };
    return { ...event, ...stamp } as unknown as Event;
  });
}

/** Those of a writer's events that have not arrived. */
export function notArrived<Event extends EventStamp>(
  events: readonly Event[],
  arrivedSeq: number | undefined,
): Event[] {
  return events.filter(({ seq }) => seq > (arrivedSeq ?? 0));
}
