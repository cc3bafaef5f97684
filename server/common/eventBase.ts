import { z } from 'zod';

/** What every event of a run carries: whose it is, when it was, and of which part of the run. */
export const eventBase = {
  key: z.string().regex(/^[\w-]{4,60}:[1-9]\d{0,8}$/),
  atMs: z.int().nonnegative(),
  part: z.int().min(0).max(998),
};
