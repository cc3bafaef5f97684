import { InputError } from '../../core/common/inputError';
import { tooLargeWords } from './limits';

/** More was sent than may be. */
export class TooLarge extends InputError {}

/**
 * Reads a request's body up to the largest size; nothing beyond it is held in memory. A body that breaks off is not
 * taken for a whole one.
 *
 * @throws InputError at `path` where it is larger, or less came than was announced
 */
export function readBody(request: Request, largestBytes: number, path: string): Promise<Buffer> {
  const known = bodies.get(request);
  if (known) return known;
  const body = collected(wholeBody(request, largestBytes, path));
  bodies.set(request, body);
  return body;
}

/** So many times the most that is taken are listened to. */
const HEARD_OUT = 2;

/** A body comes once, but what is done with it may be tried again. */
const bodies = new WeakMap<Request, Promise<Buffer>>();

async function collected(parts: AsyncIterable<Uint8Array>): Promise<Buffer> {
  const chunks: Uint8Array[] = [];
  for await (const chunk of parts) chunks.push(chunk);
  return Buffer.concat(chunks);
}

/**
 * The same as it comes in, chunk by chunk. What is too much is let run out, so that whoever sends it hears why; but nobody is
 * heard for ever.
 */
export async function* wholeBody(request: Request, largestBytes: number, path: string): AsyncGenerator<Uint8Array> {
  const tooLarge = () => new TooLarge(tooLargeWords(largestBytes), path);
  const announced = request.headers.get('content-length');
  if (Number(announced ?? 0) > largestBytes) throw tooLarge();
  let size = 0;
  try {
    for await (const chunk of (request.body ?? []) as unknown as AsyncIterable<Uint8Array>) {
      size += chunk.length;
      if (size <= largestBytes) yield chunk;
      else if (size > HEARD_OUT * largestBytes) throw tooLarge();
    }
    if (size > largestBytes) throw tooLarge();
  } catch (error) {
    if (error instanceof InputError) throw error;
    throw brokenOff(path);
  }
  if (announced !== null && size !== Number(announced)) throw brokenOff(path);
}

function brokenOff(path: string): InputError {
  return new InputError('it broke off under way: not all of it arrived; send it again', path);
}
