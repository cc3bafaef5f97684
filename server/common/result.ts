import { type z } from 'zod';
import { InputError } from '../../core/common/inputError';

/** What came of a form: the id of what was written, or what is wrong, field by field. Then nothing was written. */
export type SaveResult = { ok: true; id: number } | Refused;

export interface Refused {
  ok: false;
  /** Messages by the field's path, with dots; the empty path is for the form as a whole. */
  errors: Record<string, string>;
}

/** What was asked for is not there (any more), or cannot be done as things stand now. */
export class ConflictError extends Error {}

/**
 * Checks what came in against its schema and does the work with it, turning every complaint about a field into a
 * message beside that field.
 */
export function runForm<Form>(schema: z.ZodType<Form>, input: unknown, work: (form: Form) => number): SaveResult {
  const parsed = schema.safeParse(input);
  if (!parsed.success) return { ok: false, errors: messagesByPath(parsed.error) };
  return saving(() => work(parsed.data));
}

/** Does the work, turning a complaint about a field, and what cannot be done as things stand now, into words. */
export function saving(work: () => number): SaveResult {
  try {
    return { ok: true, id: work() };
  } catch (error) {
    if (error instanceof InputError) return { ok: false, errors: { [error.path]: error.message } };
    if (error instanceof ConflictError) return { ok: false, errors: { '': error.message } };
    throw error;
  }
}

/**
 * What came in, as its schema has it.
 *
 * @param place that all of it stands in
 * @throws InputError at the first field that is wrong
 */
export function checked<T>(schema: z.ZodType<T>, given: unknown, place = ''): T {
  const parsed = schema.safeParse(given);
  if (parsed.success) return parsed.data;
  const issue = parsed.error.issues[0]!;
  throw new InputError(issue.message, [place, pathOf(issue)].filter(Boolean).join('.'));
}

/** @throws InputError where a text is no JSON */
export function parsedJson(json: string): unknown {
  try {
    return JSON.parse(json);
  } catch {
    throw new InputError('this is not JSON', '');
  }
}

/** The first message for each path. */
function messagesByPath(error: z.ZodError): Record<string, string> {
  const messages: Record<string, string> = {};
  for (const issue of error.issues) messages[pathOf(issue)] ??= issue.message;
  return messages;
}

/** Where an issue lies: `samples.0.massG`. A key that nobody knows is itself the place. */
export function pathOf(issue: z.core.$ZodIssue): string {
  const path = issue.code === 'unrecognized_keys' ? [...issue.path, issue.keys[0]!] : issue.path;
  return path.map(String).join('.');
}
