'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { EventStamp, SyncedRun, RunEnd, RunMessage, RunNews } from '../../core/common/runSync';
import { newKey } from '../feedback/newKey';
import { boxesLeftBehind, clearSentBox, keepOutbox, notArrived, type Outbox } from './outbox';

export type Holding = 'asking' | 'mine' | 'another';

export interface RunSync<State, New> {
  state: State;
  holding: Holding;
  /** Why nothing reaches the server just now; counts are kept here meanwhile. Null while all is well. */
  trouble: string | null;
  unsent: number;
  /** An earlier screen left counts that the app cannot take: they stay in the browser, and count for nothing. */
  leftAside: boolean;
  ended: RunEnd | null;
  record: (newEvent: New) => void;
  takeOver: () => void;
  /** Resolves once everything that was recorded has arrived. */
  settled: () => Promise<boolean>;
}

const HEARTBEAT_MS = 4000;
const WATCH_MS = 1500;
const RETRY_MS = 1000;
const MOST_AT_ONCE = 500;

/**
 * A run that is followed live. Each thing that happens is applied at once, kept in the browser, and sent in order;
 * nothing is forgotten until the server says that it has arrived.
 */
export function useRunSync<State, New extends object>(
  page: SyncedRun<State>,
  after: (state: State, event: New & EventStamp) => State,
): RunSync<State, New> {
  const [state, setState] = useState(page.state);
  const [holding, setHolding] = useState<Holding>('asking');
  const [trouble, setTrouble] = useState<string | null>(null);
  const [unsent, setUnsent] = useState(0);
  const [leftAside, setLeftAside] = useState(false);
  const [ended, setEnded] = useState(page.ended);

  // Everything that changes without being shown lives in one box, made once the page is live.
  const line = useRef<Line<New> | null>(null);

  useEffect(() => {
    const opened = openLine(page, after, {
      setState,
      setHolding,
      setTrouble,
      setUnsent,
      setLeftAside,
      setEnded,
    });
    line.current = opened;
    return () => {
      opened.close();
      line.current = null;
    };
    // The page's first figures are the start; later ones come over the line.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [page.id]);

  return {
    state,
    holding,
    trouble,
    unsent,
    leftAside,
    ended,
    record: useCallback((newEvent: New) => line.current?.record(newEvent), []),
    takeOver: useCallback(() => line.current?.takeOver(), []),
    settled: useCallback(() => line.current?.settled() ?? Promise.resolve(false), []),
  };
}

interface Listeners<State> {
  setState: (state: State) => void;
  setHolding: (holding: Holding) => void;
  setTrouble: (trouble: string | null) => void;
  setUnsent: (unsent: number) => void;
  setLeftAside: (leftAside: boolean) => void;
  setEnded: (ended: RunEnd | null) => void;
}

interface Line<New> {
  record: (newEvent: New) => void;
  takeOver: () => void;
  settled: () => Promise<boolean>;
  close: () => void;
}

const NO_ANSWER = 'The app does not answer';

/** The server answers, but cannot keep what it is sent. */
class Complaint extends Error {
  constructor(
    words: string,
    /** It never will: there is something wrong with what it is sent. */
    readonly isRefusal: boolean,
  ) {
    super(words);
  }
}

async function complaintOf(answer: Response): Promise<Complaint> {
  const body = (await answer.json().catch(() => null)) as { error?: { message?: string } } | null;
  const why = body?.error?.message ?? `error ${answer.status}`;
  return new Complaint(`The app cannot keep it (${why})`, answer.status === 400);
}

/** The line between one screen and the server, without anything of React. */
function openLine<State, New extends object>(
  page: SyncedRun<State>,
  after: (state: State, event: New & EventStamp) => State,
  listeners: Listeners<State>,
): Line<New> {
  type Event = New & EventStamp;
  const url = `/api/runs/${page.id}/events`;
  const formerKey = `former screen of run ${page.id}`;
  const outbox: Outbox<Event> = { writer: newKey(), events: [] };
  let left = boxesLeftBehind<Event>(page.id, outbox.writer);
  let state = page.state;
  let arrived = page.arrived;
  let seq = 0;
  let holding: Holding = 'asking';
  let wantState = false;
  let claim: RunMessage<Event>['claim'] = 'ask';
  // A reloaded screen is the same one; a copied tab is not, so the name is taken out while it is in use.
  let formerly = sessionStorage.getItem(formerKey) ?? undefined;
  sessionStorage.removeItem(formerKey);
  let sending = false;
  let closed = false;
  let timer: ReturnType<typeof setTimeout> | undefined;

  /** What an earlier screen left is in the way of nothing: it may be of another version of the app, or torn. */
  function leaveAside(): void {
    left = [];
    wantState = true;
    listeners.setLeftAside(true);
  }

  const pendingCount = () => outbox.events.length + left.reduce((sum, box) => sum + box.events.length, 0);

  function show(): void {
    listeners.setState(state);
    listeners.setUnsent(pendingCount());
  }

  function record(newEvent: New): void {
    const event: Event = { ...newEvent, writer: outbox.writer, seq: ++seq, atMs: Date.now() };
    state = after(state, event);
    outbox.events.push(event);
    keepOutbox(page.id, outbox);
    show();
    void send();
  }

  function later(ms: number): void {
    clearTimeout(timer);
    if (!closed) timer = setTimeout(() => void send(), ms);
  }

  async function send(): Promise<void> {
    if (sending || closed) return;
    sending = true;
    const boxes = left;
    const events = [...boxes.flatMap((box) => box.events), ...outbox.events].slice(0, MOST_AT_ONCE);
    const message: RunMessage<Event> = {
      writer: outbox.writer,
      events,
      claim,
      formerly,
      wantState: wantState || boxes.length > 0,
    };
    try {
      const answer = await fetch(url, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(message),
        keepalive: JSON.stringify(message).length < 60_000,
        signal: AbortSignal.timeout(10_000),
      });
      if (!answer.ok) throw await complaintOf(answer);
      take((await answer.json()) as RunNews<State>, boxes);
      // Pressed while an answer was awaited, taking over is still to be asked for.
      if (message.claim === 'force') claim = 'ask';
      listeners.setTrouble(null);
      sending = false;
      if (outbox.events.length > 0 || left.length > 0 || wantState || claim === 'force') void send();
      else later(holding === 'mine' ? HEARTBEAT_MS : WATCH_MS);
    } catch (error) {
      sending = false;
      if (closed) return;
      if (error instanceof Complaint && error.isRefusal && left.length > 0) {
        leaveAside();
        return void send();
      }
      listeners.setTrouble(error instanceof Complaint ? error.message : NO_ANSWER);
      later(RETRY_MS);
    }
  }

  function take(news: RunNews<State>, boxes: readonly Outbox<Event>[]): void {
    formerly = undefined;
    outbox.events = notArrived(outbox.events, news.arrived[outbox.writer]);
    keepOutbox(page.id, outbox);
    for (const box of boxes)
      if (notArrived(box.events, news.arrived[box.writer]).length === 0) clearSentBox(page.id, box);
    left = left
      .map((box) => ({ ...box, events: notArrived(box.events, news.arrived[box.writer]) }))
      .filter(({ events }) => events.length > 0);
    if (news.state) {
      // What this screen has recorded since is not in it yet.
      state = [...left.flatMap(({ events }) => events), ...outbox.events].reduce(after, news.state);
      wantState = false;
    } else if (othersWrote(news.arrived)) wantState = true;
    arrived = news.arrived;
    holding = news.leaseOwner === 'you' ? 'mine' : news.leaseOwner === 'another' ? 'another' : 'asking';
    listeners.setHolding(holding);
    if (news.ended) listeners.setEnded(news.ended);
    show();
  }

  function othersWrote(now: Record<string, number>): boolean {
    return Object.entries(now).some(([writer, seq]) => writer !== outbox.writer && seq > (arrived[writer] ?? 0));
  }

  function leave(): void {
    sessionStorage.setItem(formerKey, outbox.writer);
    const message: RunMessage<Event> = {
      writer: outbox.writer,
      events: outbox.events.slice(0, MOST_AT_ONCE),
      claim: 'release',
    };
    // As JSON: the server takes no writing that any site's form could send.
    navigator.sendBeacon(url, new Blob([JSON.stringify(message)], { type: 'application/json' }));
  }

  function back(event: PageTransitionEvent): void {
    if (!event.persisted) return;
    sessionStorage.removeItem(formerKey);
    void send();
  }

  window.addEventListener('pagehide', leave);
  window.addEventListener('pageshow', back);
  // Not while the page is going away: that would ask for the run again just after it was let go.
  const wake = () => {
    if (document.visibilityState === 'visible') void send();
  };
  window.addEventListener('online', wake);
  document.addEventListener('visibilitychange', wake);
  try {
    for (const box of left) state = notArrived(box.events, page.arrived[box.writer]).reduce(after, state);
    if (!state) throw new TypeError('an event of another version');
    show();
  } catch {
    state = page.state;
    leaveAside();
    show();
  }
  void send();

  return {
    record,
    takeOver() {
      claim = 'force';
      wantState = true;
      void send();
    },
    async settled(): Promise<boolean> {
      for (let tries = 0; pendingCount() > 0 && tries < 50; tries++) {
        void send();
        await new Promise((resolve) => setTimeout(resolve, 100));
      }
      return pendingCount() === 0;
    },
    close() {
      closed = true;
      clearTimeout(timer);
      window.removeEventListener('pagehide', leave);
      window.removeEventListener('pageshow', back);
      window.removeEventListener('online', wake);
      document.removeEventListener('visibilitychange', wake);
      // Inside the app one leaves without the page being torn down.
      leave();
      sessionStorage.removeItem(formerKey);
    },
  };
}
