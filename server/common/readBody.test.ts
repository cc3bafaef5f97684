import { InputError } from '../../core/common/inputError';
import { readBody, TooLarge } from './readBody';

const KB = 1024;
let given = 0;
const inChunks = (chunks: number, headers: Record<string, string> = {}, breaksOff = false) => {
  given = 0;
  const body = new ReadableStream<Uint8Array>({
    pull(controller) {
      if (given < chunks) controller.enqueue(new Uint8Array(KB).fill(++given));
      else if (breaksOff) controller.error(new Error('aborted'));
      else controller.close();
    },
  });
  return new Request('http://127.0.0.1/', { method: 'POST', body, headers, duplex: 'half' } as RequestInit);
};

test('what is sent is read whole, and once, however often it is asked for', async () => {
  const request = inChunks(3, { 'content-length': String(3 * KB) });
  const body = await readBody(request, 3 * KB, 'file');
  expect([body.length, body.at(-1)]).toEqual([3 * KB, 3]);
  expect(await readBody(request, 3 * KB, 'file')).toBe(body);
});

test('what turns out to be too large is heard out, so that whoever sends it hears why', async () => {
  await expect(readBody(inChunks(5), 3 * KB, 'file')).rejects.toMatchObject({
    message: expect.stringMatching(/too large/) as string,
    path: 'file',
  });
  expect(given).toBe(5);
});

test('nobody is heard for ever', async () => {
  await expect(readBody(inChunks(Infinity), 3 * KB, 'file')).rejects.toBeInstanceOf(TooLarge);
  expect(given).toBeLessThan(10);
});

test('what says that it is too large is not begun', async () => {
  const request = inChunks(9, { 'content-length': String(9 * KB) });
  await expect(readBody(request, 3 * KB, 'file')).rejects.toBeInstanceOf(TooLarge);
});

test.each([
  ['by the line', () => inChunks(2, {}, true)],
  ['before it was all there', () => inChunks(2, { 'content-length': String(3 * KB) })],
])('what breaks off %s is not taken for a whole one', async (_, request) => {
  const broken = new InputError('it broke off under way: not all of it arrived; send it again', 'file');
  await expect(readBody(request(), 3 * KB, 'file')).rejects.toEqual(broken);
});
