/** An event under its own key, `writer:number`. */
export interface Keyed {
  key: string;
}

/**
 * Events of a run that the server has not confirmed yet, kept in the browser under the writer's name, so that a
 * closed tab or a stopped server loses none. Each open screen has a box of its own; what an earlier screen left
 * behind is sent on by the next.
 */
export interface Outbox<Event extends Keyed> {
  writer: string;
  events: Event[];
}

const prefix = (runId: number) => `run ${runId} `;

export function keepOutbox(runId: number, { writer, events }: Outbox<Keyed>, storage: Storage = localStorage): void {
  try {
    if (events.length === 0) storage.removeItem(prefix(runId) + writer);
    else storage.setItem(prefix(runId) + writer, JSON.stringify(events));
  } catch {
    // Storage is full or forbidden: the events are still in memory and on their way.
  }
}

/** The boxes that other screens of this browser have left, of this run. */
export function boxesLeftBehind<Event extends Keyed>(
  runId: number,
  writer: string,
  storage: Storage = localStorage,
): Outbox<Event>[] {
  const boxes: Outbox<Event>[] = [];
  try {
    for (let i = 0; i < storage.length; i++) {
      const key = storage.key(i)!;
      if (!key.startsWith(prefix(runId)) || key === prefix(runId) + writer) continue;
      const events = JSON.parse(storage.getItem(key)!) as Event[];
      boxes.push({ writer: key.slice(prefix(runId).length), events });
    }
  } catch {
    // What cannot be read cannot be sent.
  }
  return boxes;
}

/** Empties a box that was left behind, unless its own screen has put more into it meanwhile. */
export function clearSentBox(runId: number, { writer, events }: Outbox<Keyed>, storage: Storage = localStorage): void {
  const key = prefix(runId) + writer;
  if (storage.getItem(key) === JSON.stringify(events)) storage.removeItem(key);
}

/** The number of an event among those of its writer. */
function seqOf({ key }: Keyed): number {
  return Number(key.slice(key.lastIndexOf(':') + 1));
}

/** Those of a writer's events that have not arrived. */
export function notArrived<Event extends Keyed>(events: readonly Event[], arrivedSeq: number | undefined): Event[] {
  return events.filter((event) => seqOf(event) > (arrivedSeq ?? 0));
}
