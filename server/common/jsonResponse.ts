import { InputError } from '../../core/common/inputError';
import { LARGEST_JSON_BYTES } from './limits';
import { readBody, TooLarge } from './readBody';
import { noteTrouble } from './database';
import { ConflictError, parsedJson } from './result';
import { rowNumber } from './rowNumber';
import { patiently, storageTrouble } from './storageTrouble';

/** There is nothing at this address. */
export class NotFoundError extends Error {
  constructor(message = 'there is nothing at this address') {
    super(message);
  }
}

/**
 * Answers with what the work gives, as JSON where it is no response by itself. What came in wrongly is told with 400 and
 * its place, what is not there with 404, and a disk that will not do with 503 or 507.
 */
export async function jsonResponse(work: () => unknown): Promise<Response> {
  try {
    const given = await patiently(work);
    return given instanceof Response ? given : Response.json(given);
  } catch (error) {
    if (error instanceof NotFoundError) return refused(404, error.message);
    if (error instanceof TooLarge) return refused(413, error.message, error.path);
    if (error instanceof InputError) return refused(400, error.message, error.path);
    if (error instanceof ConflictError) return refused(409, error.message);
    const trouble = storageTrouble(error);
    if (!trouble) throw error;
    noteTrouble(error);
    return refused(trouble.status, trouble.message);
  }
}

function refused(status: number, message: string, path = ''): Response {
  return Response.json({ error: { message, path } }, { status });
}

/**
 * The number in an address, written as we write it.
 *
 * @throws NotFoundError where it is none
 */
export async function idOf(params: Promise<{ id: string }>): Promise<number> {
  const id = rowNumber((await params).id);
  if (id === null) throw new NotFoundError();
  return id;
}

/**
 * What an address asks for, each name once.
 *
 * @throws InputError at a name that is there twice
 */
export function queryOf(request: Request): Record<string, string> {
  const { searchParams } = new URL(request.url);
  const asked: Record<string, string> = {};
  for (const [name, value] of searchParams) {
    if (name in asked) throw new InputError('this is asked for twice', name);
    asked[name] = value;
  }
  return asked;
}

/**
 * Reads a body that is to be JSON, for those that read it by themselves.
 *
 * @throws InputError where it is more than is taken
 */
export async function textBody(request: Request): Promise<string> {
  return (await readBody(request, LARGEST_JSON_BYTES, '')).toString('utf8');
}

/**
 * Reads a body as JSON.
 *
 * @throws InputError where it is none, or more than is taken
 */
export async function jsonBody(request: Request): Promise<unknown> {
  return parsedJson(await textBody(request));
}

/** Rows that are written as they are read, from a connection of their own; it is let go when the asker is. */
export function* fromOwn<Part>(db: { close: () => unknown }, parts: Iterable<Part>): Generator<Part> {
  try {
    yield* parts;
  } finally {
    db.close();
  }
}
