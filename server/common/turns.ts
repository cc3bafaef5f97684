import { ConflictError } from './result';

export const NOBODY_WAITS = 'nobody waits for it any more';

/**
 * So many at a time, the others in the order in which they came: of many askers each gets an answer in its turn, and
 * none waits until all are done.
 */
export class Turns {
  private underWay = 0;
  private readonly waiting: (() => void)[] = [];

  constructor(private readonly atOnce: number) {}

  /** How many wait. */
  get queue(): number {
    return this.waiting.length;
  }

  /**
   * Does a work in its turn.
   *
   * @throws ConflictError where the asker gave up before
   */
  async inTurn<T>(work: () => Promise<T>, gaveUp?: AbortSignal): Promise<T> {
    const done = await this.take(gaveUp);
    if (!done) throw new ConflictError(NOBODY_WAITS);
    try {
      return await work();
    } finally {
      done();
    }
  }

  /** Resolves when it is this one's turn, with what is to be called once it is done; null where it was given up before. */
  async take(gaveUp?: AbortSignal): Promise<(() => void) | null> {
    if (this.underWay >= this.atOnce) {
      const came = await new Promise<boolean>((resolve) => {
        const start = () => resolve(true);
        this.waiting.push(start);
        gaveUp?.addEventListener('abort', () => {
          const at = this.waiting.indexOf(start);
          if (at >= 0) this.waiting.splice(at, 1);
          resolve(false);
        });
      });
      if (!came) return null;
    } else this.underWay++;
    let done = false;
    return () => {
      if (done) return;
      done = true;
      // The place is handed on, so that nobody slips in between.
      const next = this.waiting.shift();
      if (next) next();
      else this.underWay--;
    };
  }
}
