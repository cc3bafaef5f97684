import { NoAnswer, Refusal } from './askApp';
import { outcomeOf } from './outcome';

const done = { ok: true as const, id: 7 };

test('what was done is handed on', async () => {
  expect(await outcomeOf(() => Promise.resolve(done))).toBe(done);
});

test.each<[string, () => Promise<never> | Promise<{ ok: false; errors: Record<string, string> }>, object]>([
  [
    'an action that refuses two fields',
    () => Promise.resolve({ ok: false, errors: { massG: 'more than it was', at: 'not yet' } }),
    { problem: 'more than it was. not yet', path: '', unsure: false },
  ],
  [
    'an address that refuses a place',
    () => Promise.reject(new Refusal('no day', 'lines.3')),
    { problem: 'no day', path: 'lines.3', unsure: false },
  ],
  [
    'an answer that was lost',
    () => Promise.reject(new NoAnswer('Lost on the way.')),
    { problem: 'Lost on the way.', unsure: true },
  ],
  [
    'an action that breaks off',
    () => Promise.reject(new TypeError('Failed to fetch')),
    { problem: 'the app cannot be reached just now; try again in a moment', unsure: true },
  ],
])('%s', async (_, work, expected) => {
  expect(await outcomeOf(work)).toMatchObject({ ok: false, ...expected });
});
