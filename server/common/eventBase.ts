import { z } from 'zod';
import { SEQUELS } from '../../core/trouble/trouble';

/** What every event of a run carries: whose it is, when it was, and of which part of the run. */
export const eventBase = {
  writer: z.string().regex(/^[\w-]{4,60}$/),
  seq: z.int().min(1).max(999_999_999),
  atMs: z.int().nonnegative(),
  part: z.int().min(0).max(998),
};

/** What went wrong in a run, as its screen tells it. By name: what is not told apart any more can still be read. */
export const troubleReport = {
  trouble: z.string().min(1).max(60),
  attempt: z.string().min(1).max(60),
  minutes: z.number().min(0).max(10_000),
  lostM: z.number().min(0).max(100_000),
  then: z.enum(SEQUELS),
};

/**
 * The events of a message. A page that was opened before an update names writer and number in one, `key`; what it has
 * counted is kept all the same.
 */
export function eventsOf<Event>(event: z.ZodType<Event>): z.ZodType<Event[]> {
  return z.array(z.preprocess(withStamp, event)).max(5000);
}

function withStamp(event: unknown): unknown {
  if (typeof event !== 'object' || event === null || !('key' in event) || typeof event.key !== 'string') return event;
  const { key, ...rest } = event;
  const colon = key.lastIndexOf(':');
  return { ...rest, writer: key.slice(0, colon), seq: Number(key.slice(colon + 1)) };
}
