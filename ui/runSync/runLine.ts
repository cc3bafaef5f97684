import type { EventStamp, RunEnd, RunMessage, RunNews, SyncedRun } from '../../core/common/runSync';
import { newKey } from '../feedback/newKey';
import { keptByTab } from '../kept/browserStore';
import { appNow, heardTime } from './appClock';
import { boxesLeftBehind, clearSentBox, keepOutbox, notArrived, type Outbox } from './outbox';

export type Holding = 'asking' | 'mine' | 'another';

/** What a screen shows of a run that it follows. */
export interface RunView<State> {
  state: State;
  holding: Holding;
  /** Why nothing reaches the server just now; counts are kept here meanwhile. Null while all is well. */
  trouble: string | null;
  unsent: number;
  /** Whether the browser keeps what is unsent; else it goes with the page. */
  inBrowser: boolean;
  /** An earlier screen left counts that the app cannot take: they stay in the browser, and count for nothing. */
  leftAside: boolean;
  ended: RunEnd | null;
}

/** Before the app has said anything: the page as it was sent. */
export const viewAtFirst = <State>({ state, ended }: SyncedRun<State>): RunView<State> => ({
  state,
  holding: 'asking',
  trouble: null,
  unsent: 0,
  inBrowser: true,
  leftAside: false,
  ended,
});

const HEARTBEAT_MS = 4000;
const WATCH_MS = 1500;
const RETRY_MS = 1000;
const MOST_AT_ONCE = 500;
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

/**
 * The line between one screen and the server, without anything of React. What is recorded counts at once, is kept in the
 * browser, and is sent in order until the server says that it has arrived.
 */
export class RunLine<State, New extends object> {
  private readonly url: string;
  private readonly formerKey: string;
  private readonly outbox: Outbox<New & EventStamp> = { writer: newKey(), events: [] };
  /** What earlier screens left, still to be sent on. */
  private left: Outbox<New & EventStamp>[];
  private view: RunView<State>;
  private arrived: Record<string, number>;
  private seq = 0;
  private wantState = false;
  private claim: RunMessage<unknown>['claim'] = 'ask';
  private formerly: string | undefined;
  private sending = false;
  private closed = false;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly page: SyncedRun<State>,
    private readonly after: (state: State, event: New & EventStamp) => State,
    private readonly show: (view: RunView<State>) => void,
  ) {
    this.url = `/api/runs/${page.id}/events`;
    this.formerKey = `former screen of run ${page.id}`;
    this.left = boxesLeftBehind(page.id, this.outbox.writer);
    this.arrived = page.arrived;
    this.view = viewAtFirst(page);
    // A reloaded screen is the same one; a copied tab is not, so the name is taken out while it is in use.
    this.formerly = keptByTab.get(this.formerKey) ?? undefined;
    keptByTab.set(this.formerKey, null);
    window.addEventListener('pagehide', this.leave);
    window.addEventListener('pageshow', this.comeBack);
    window.addEventListener('online', this.wake);
    document.addEventListener('visibilitychange', this.wake);
    this.countLeftBehind();
    void this.send();
  }

  record(newEvent: New): void {
    const event = { ...newEvent, writer: this.outbox.writer, seq: ++this.seq, atMs: appNow() };
    const state = this.after(this.view.state, event);
    this.outbox.events.push(event);
    const inBrowser = keepOutbox(this.page.id, this.outbox);
    this.tell({ state, inBrowser });
    void this.send();
  }

  takeOver(): void {
    this.claim = 'force';
    this.wantState = true;
    void this.send();
  }

  /** Resolves once everything that was recorded has arrived. */
  async settled(): Promise<boolean> {
    for (let tries = 0; this.pendingCount() > 0 && tries < 50; tries++) {
      void this.send();
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    return this.pendingCount() === 0;
  }

  close(): void {
    this.closed = true;
    clearTimeout(this.timer);
    window.removeEventListener('pagehide', this.leave);
    window.removeEventListener('pageshow', this.comeBack);
    window.removeEventListener('online', this.wake);
    document.removeEventListener('visibilitychange', this.wake);
    // Inside the app one leaves without the page being torn down.
    this.leave();
    keptByTab.set(this.formerKey, null);
  }

  private readonly leave = (): void => {
    keptByTab.set(this.formerKey, this.outbox.writer);
    const message: RunMessage<New & EventStamp> = {
      writer: this.outbox.writer,
      events: this.outbox.events.slice(0, MOST_AT_ONCE),
      claim: 'release',
    };
    // As JSON: the server takes no writing that any site's form could send.
    navigator.sendBeacon(this.url, new Blob([JSON.stringify(message)], { type: 'application/json' }));
  };

  private readonly comeBack = (event: PageTransitionEvent): void => {
    if (!event.persisted) return;
    keptByTab.set(this.formerKey, null);
    void this.send();
  };

  /** Not while the page is going away: that would ask for the run again just after it was let go. */
  private readonly wake = (): void => {
    if (document.visibilityState === 'visible') void this.send();
  };

  private countLeftBehind(): void {
    try {
      const state = this.left
        .flatMap((box) => notArrived(box.events, this.arrived[box.writer]))
        .reduce(this.after, this.page.state);
      if (!state) throw new TypeError('an event of another version');
      this.tell({ state });
    } catch {
      this.leaveAside();
    }
  }

  /** What an earlier screen left is in the way of nothing: it may be of another version of the app, or torn. */
  private leaveAside(): void {
    this.left = [];
    this.wantState = true;
    this.tell({ leftAside: true });
  }

  private async send(): Promise<void> {
    if (this.sending || this.closed) return;
    this.sending = true;
    let nextInMs: number;
    try {
      await this.exchange();
      this.tell({ trouble: null });
      nextInMs = this.hasMoreToSay() ? 0 : this.view.holding === 'mine' ? HEARTBEAT_MS : WATCH_MS;
    } catch (error) {
      nextInMs = this.afterTrouble(error);
    }
    this.sending = false;
    clearTimeout(this.timer);
    if (nextInMs === 0) void this.send();
    else if (!this.closed) this.timer = setTimeout(() => void this.send(), nextInMs);
  }

  /** Sends what there is, and takes in what the server answers. */
  private async exchange(): Promise<void> {
    const boxes = this.left;
    const message: RunMessage<New & EventStamp> = {
      writer: this.outbox.writer,
      events: [...boxes.flatMap(({ events }) => events), ...this.outbox.events].slice(0, MOST_AT_ONCE),
      claim: this.claim,
      formerly: this.formerly,
      wantState: this.wantState || boxes.length > 0,
    };
    const body = JSON.stringify(message);
    const sentMs = Date.now();
    const answer = await fetch(this.url, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body,
      keepalive: body.length < 60_000,
      signal: AbortSignal.timeout(10_000),
    });
    if (!answer.ok) throw await complaintOf(answer);
    const news = (await answer.json()) as RunNews<State>;
    heardTime(news.nowMs, sentMs, Date.now());
    this.take(news, boxes);
    // Pressed while an answer was awaited, taking over is still to be asked for.
    if (message.claim === 'force') this.claim = 'ask';
  }

  private take(news: RunNews<State>, boxes: readonly Outbox<New & EventStamp>[]): void {
    this.formerly = undefined;
    this.outbox.events = notArrived(this.outbox.events, news.arrived[this.outbox.writer]);
    keepOutbox(this.page.id, this.outbox);
    for (const box of boxes)
      if (notArrived(box.events, news.arrived[box.writer]).length === 0) clearSentBox(this.page.id, box);
    this.left = this.left
      .map((box) => ({ ...box, events: notArrived(box.events, news.arrived[box.writer]) }))
      .filter(({ events }) => events.length > 0);
    let { state } = this.view;
    if (news.state) {
      // What this screen has recorded since is not in it yet.
      state = [...this.left.flatMap(({ events }) => events), ...this.outbox.events].reduce(this.after, news.state);
      this.wantState = false;
    } else if (this.othersWrote(news.arrived)) this.wantState = true;
    this.arrived = news.arrived;
    const holding = news.leaseOwner === 'you' ? 'mine' : news.leaseOwner === 'another' ? 'another' : 'asking';
    this.tell({ state, holding, ended: news.ended ?? this.view.ended });
  }

  /** How long to wait before the next try. */
  private afterTrouble(error: unknown): number {
    const complaint = error instanceof Complaint ? error : null;
    if (complaint?.isRefusal && this.left.length > 0 && !this.closed) {
      this.leaveAside();
      return 0;
    }
    this.tell({ trouble: complaint?.message ?? NO_ANSWER });
    return RETRY_MS;
  }

  private hasMoreToSay(): boolean {
    return this.pendingCount() > 0 || this.wantState || this.claim === 'force';
  }

  private othersWrote(now: Record<string, number>): boolean {
    return Object.entries(now).some(
      ([writer, seq]) => writer !== this.outbox.writer && seq > (this.arrived[writer] ?? 0),
    );
  }

  private pendingCount(): number {
    return this.outbox.events.length + this.left.reduce((sum, box) => sum + box.events.length, 0);
  }

  private tell(news: Partial<RunView<State>>): void {
    const view = { ...this.view, ...news, unsent: this.pendingCount() };
    const isNew = Object.entries(view).some(([name, value]) => this.view[name as keyof RunView<State>] !== value);
    this.view = view;
    if (isNew) this.show(view);
  }
}
