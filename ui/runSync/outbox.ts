import type { EventStamp } from '../../core/common/runSync';

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

export function keepOutbox(
  runId: number,
  { writer, events }: Outbox<EventStamp>,
  storage: Storage = localStorage,
): void {
  try {
    if (events.length === 0) storage.removeItem(prefix(runId) + writer);
    else storage.setItem(prefix(runId) + writer, JSON.stringify(events));
  } catch {
    // Storage is full or forbidden: the events are still in memory and on their way.
  }
}

/** The boxes that other screens of this browser have left, of this run. */
export function boxesLeftBehind<Event extends EventStamp>(
  runId: number,
  writer: string,
  storage: Storage = localStorage,
): Outbox<Event>[] {
  const boxes: Outbox<Event>[] = [];
  try {
    for (let i = 0; i < storage.length; i++) {
      const key = storage.key(i)!;
      if (!key.startsWith(prefix(runId)) || key === prefix(runId) + writer) continue;
      const events = readable(() => eventsIn<Event>(storage.getItem(key)));
      if (events) boxes.push({ writer: key.slice(prefix(runId).length), events });
    }
  } catch {
    // What cannot be read cannot be sent.
  }
  return boxes;
}

/** Empties a box that was left behind, unless its own screen has put more into it meanwhile. */
export function clearSentBox(
  runId: number,
  { writer, events }: Outbox<EventStamp>,
  storage: Storage = localStorage,
): void {
  const key = prefix(runId) + writer;
  if (JSON.stringify(eventsIn(storage.getItem(key))) === JSON.stringify(events)) storage.removeItem(key);
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
