import { askApp, NoAnswer, Refusal } from './askApp';

const answering = (answer: () => Promise<Response>) => jest.spyOn(globalThis, 'fetch').mockImplementation(answer);
afterEach(() => jest.restoreAllMocks());

test('what the app answers is what was asked for', async () => {
  answering(() => Promise.resolve(Response.json({ share: 0.5 })));
  expect(await askApp('/api/work')).toEqual({ share: 0.5 });
});

test.each([
  [
    'a refusal',
    () => Promise.resolve(Response.json({ error: { message: 'at most 300 characters', path: 'q' } }, { status: 400 })),
    'at most 300 characters',
  ],
  [
    'a full disk',
    () =>
      Promise.resolve(Response.json({ error: { message: 'The disk is full. Nothing was saved.' } }, { status: 507 })),
    'The disk is full. Nothing was saved.',
  ],
  ['a fault of the app', () => Promise.resolve(new Response('<h1>500</h1>', { status: 500 })), 'the app failed at it'],
  [
    'an answer that was cut off',
    () => Promise.resolve(new Response('{"cards":[{')),
    'the app cannot be reached just now',
  ],
  ['no answer', () => Promise.reject(new TypeError('Failed to fetch')), 'the app cannot be reached just now'],
])('%s is told in words, and never taken for an answer', async (_, answer, words) => {
  answering(answer);
  await expect(askApp('/api/shelf')).rejects.toThrow(words);
});

test('a file that cannot be read any more was not sent: that is sure, and it is to be chosen again', async () => {
  const file = new Blob(['maker,line']);
  answering(() => Promise.reject(new TypeError('Failed to fetch')));
  await expect(askApp('/api/archive', { method: 'POST', body: file })).rejects.toBeInstanceOf(NoAnswer);
  jest.spyOn(file, 'slice').mockImplementation(() => {
    throw new DOMException('The file was changed', 'NotReadableError');
  });
  await expect(askApp('/api/archive', { method: 'POST', body: file })).rejects.toEqual(
    new Refusal('this file was changed or moved since it was chosen; choose it again', ''),
  );
});
