/** What a screen that follows a run tells the server, and what it is told: the same whatever the run is of. */

/**
 * What an event gets when it is kept: the name of the screen that wrote it, its number among those of that screen, from 1,
 * and when it was. One that is sent twice counts once, and those of two screens add up.
 */
export interface EventStamp {
  writer: string;
  seq: number;
  atMs: number;
}

export interface RunMessage<Event> {
  /** The name of this screen; its events are numbered under it. */
  writer: string;
  events: Event[];
  /** To be the one that counts: if no other is at it, in any case, or no longer. */
  claim?: 'ask' | 'force' | 'release';
  /** The name that this screen had before it was reloaded; what was held under it is its own. */
  formerly?: string;
  wantState?: boolean;
}

export interface RunNews<State> {
  /** Only where it was asked for: a screen that counts knows its own. */
  state?: State;
  /** The last event that has arrived from each screen. */
  arrived: Record<string, number>;
  leaseOwner: 'you' | 'another' | 'nobody';
  /** By the app's clock; a screen has its own. */
  nowMs: number;
  /** Set once the run is logged or given up. */
  ended: RunEnd | null;
}

export interface RunEnd {
  operationId: number | null;
}

/** What a screen that follows a run begins from. */
export interface SyncedRun<State> {
  id: number;
  state: State;
  arrived: Record<string, number>;
  ended: RunEnd | null;
}
