import { InputError } from '../core/inputError';

/**
 * Reads a request's body up to the largest size; nothing beyond it is held in memory.
 *
 * @throws InputError at `path` where it is larger
 */
export async function readBody(request: Request, largestBytes: number, path: string): Promise<Buffer> {
  const tooLarge = () =>
    new InputError(`this file is too large: it may have at most ${largestBytes / 1024 / 1024} MB`, path);
  if (Number(request.headers.get('content-length') ?? 0) > largestBytes) throw tooLarge();
  const chunks: Uint8Array[] = [];
  let size = 0;
  for await (const chunk of (request.body ?? []) as unknown as AsyncIterable<Uint8Array>) {
    size += chunk.length;
    if (size > largestBytes) throw tooLarge();
    chunks.push(chunk);
  }
  return Buffer.concat(chunks);
}
