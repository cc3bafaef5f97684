import type { FromWorker } from './answering';

/** Who asked, and what is said to them of it. */
export interface Listener<Report> {
  report: (report: Report) => void;
  failed: () => void;
}

/**
 * Questions to a worker, of which only the last one matters. A worker that is still loading is left to load: begun anew
 * at every key, on a slow machine it would never come to answer.
 */
export class LastQuestion<Question, Report> {
  private worker: Worker | null = null;
  private state: 'loading' | 'idle' | 'busy' = 'loading';
  private asked: { question: Question; listener: Listener<Report> } | null = null;
  /** What the worker is busy with is not the last question. */
  private outdated = false;

  /** @param whenBusy what becomes of the work on an older question: long work is broken off, short work finished first */
  constructor(
    private readonly open: () => Worker,
    private readonly whenBusy: 'break off' | 'finish first',
  ) {}

  ask(question: Question, listener: Listener<Report>): void {
    if (this.state === 'busy' && this.whenBusy === 'break off') this.end();
    this.asked = { question, listener };
    this.outdated = true;
    this.worker ??= this.begin();
    if (this.state === 'idle') this.send();
  }

  /** Nothing more is heard of what was asked. */
  stop(): void {
    this.asked = null;
    if (this.state !== 'loading') this.end();
  }

  private begin(): Worker {
    const worker = this.open();
    worker.onmessage = ({ data }: MessageEvent<FromWorker<Report>>) => {
      if (worker === this.worker) this.hear(data);
    };
    worker.onerror = () => {
      if (worker === this.worker) this.fail();
    };
    return worker;
  }

  private hear(message: FromWorker<Report>): void {
    if (message === 'ready') return this.asked ? this.send() : this.end();
    const ended = message === 'done' || message === 'failed';
    if (ended && this.outdated) return this.send();
    if (ended) this.state = 'idle';
    if (this.outdated) return;
    if (message === 'failed') this.asked!.listener.failed();
    else if (message !== 'done') this.asked!.listener.report(message.report);
  }

  private send(): void {
    this.state = 'busy';
    this.outdated = false;
    this.worker!.postMessage(this.asked!.question);
  }

  private fail(): void {
    const { asked } = this;
    this.end();
    asked?.listener.failed();
  }

  private end(): void {
    this.worker?.terminate();
    this.worker = null;
    this.state = 'loading';
    this.asked = null;
  }
}
