import { z } from 'zod';
import { InputError } from '../core/inputError';
import type { Db } from '../db/connection';
import { pathOf } from './result';
import { followRun, runEvents, type RunNews } from './runEvents';

/** What the screen of a run sends. */
const message = z.strictObject({
  writer: z.string().regex(/^[\w-]{4,60}$/),
  events: runEvents,
  claim: z.enum(['ask', 'force', 'release']).optional(),
  /** The name that this screen had before it was reloaded; what was held under it is its own. */
  formerly: z.string().max(60).optional(),
  wantState: z.boolean().optional(),
});

export type RunMessage = z.infer<typeof message>;

export interface RunProblem {
  error: { message: string; path: string };
}

/** Answers one message from the screen of a run. */
export function answerRun(db: Db, id: string, json: string, now: Date): { status: number; body: RunNews | RunProblem } {
  let document: unknown;
  try {
    document = JSON.parse(json);
  } catch {
    return problem(400, 'this is not JSON', '');
  }
  const parsed = message.safeParse(document);
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    return problem(400, issue.message, pathOf(issue));
  }
  try {
    const news = /^\d{1,15}$/.test(id) ? followRun(db, Number(id), parsed.data, now) : undefined;
    return news ? { status: 200, body: news } : problem(404, 'there is no such run', 'id');
  } catch (error) {
    if (error instanceof InputError) return problem(400, error.message, error.path);
    const trouble = diskTrouble(error);
    if (trouble === null) throw error;
    return problem(507, trouble, '');
  }
}

/** What keeps the database from writing, in words; null where it is something else. */
function diskTrouble(error: unknown): string | null {
  const code = String((error as { code?: unknown }).code);
  if (code === 'SQLITE_FULL') return 'the disk is full: make room on it';
  if (code.startsWith('SQLITE_IOERR')) return 'the disk cannot be written to';
  if (code.startsWith('SQLITE_READONLY')) return 'the database may only be read, not written to';
  return null;
}

function problem(status: number, message: string, path: string): { status: number; body: RunProblem } {
  return { status, body: { error: { message, path } } };
}
