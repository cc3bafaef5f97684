/** How far a long work has come, for whoever waits for it and asks meanwhile. */

/** Is reported how much is done, from 0 to 1. */
export type Tell = (share: number) => void;

export const TELL_NOBODY: Tell = () => undefined;

const ONCE_IN = 100;

/**
 * Counts steps, and tells of each hundredth of them.
 *
 * @param steps how many there will be
 * @returns what is called at each step
 * @example
 * const step = reportSteps(2, tell);
 * step(); // tell(0.5)
 */
export function reportSteps(steps: number, tell: Tell): () => void {
  let done = 0;
  let reported = 0;
  return () => {
    done++;
    const hundredths = Math.floor((ONCE_IN * done) / steps);
    if (hundredths > reported) tell((reported = hundredths) / ONCE_IN);
  };
}

/** Routes are bundled apart: what one tells another hangs on the process. */
const kept = globalThis as { lazyAcornShares?: Map<string, number> };

/** The works under way, by the name that each asker gave. */
const sharesDone = (kept.lazyAcornShares ??= new Map<string, number>());

/** Does a work whose progress can be asked for by a name that whoever wants it made up. */
export async function followed<T>(name: string | undefined, work: (tell: Tell) => Promise<T>): Promise<T> {
  if (name === undefined) return work(TELL_NOBODY);
  sharesDone.set(name, 0);
  try {
    return await work((share) => sharesDone.set(name, share));
  } finally {
    sharesDone.delete(name);
  }
}

/** How much of it is done; null where nothing of this name is under way. */
export function shareDone(name: string): number | null {
  return sharesDone.get(name) ?? null;
}
