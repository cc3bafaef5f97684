import { InputError } from '../core/inputError';
import { heavy } from './heavy';
import { cellsOf } from './importYarns';

jest.setTimeout(60_000);

const MINIS = {
  parents: [{ id: 'a', massG: 104 }],
  demands: [{ id: 'mini', massG: 12, count: 20 }],
  cutLossG: 0.2,
};

test('a search in a thread of its own finds the same, and others go on meanwhile', async () => {
  let others = 0;
  const beside = setInterval(() => others++, 5);
  const plan = await heavy('minis', { input: MINIS, seconds: 5 }, { seconds: 30 });
  clearInterval(beside);
  expect(plan).toMatchObject({ madeG: 96, openedParents: 1 });
  expect(others).toBeGreaterThan(3);
});

test('what takes too long is ended, and what nobody waits for any more', async () => {
  // As many sizes as skeins, none of which divides another: no search is done with it in a moment.
  const hard = {
    parents: Array.from({ length: 40 }, (_, i) => ({ id: `p${i}`, massG: 97.3 + 1.37 * i })),
    demands: Array.from({ length: 40 }, (_, i) => ({ id: `d${i}`, massG: 7.13 + 0.611 * i, count: 40 })),
    cutLossG: 0.21,
  };
  const asked = { input: hard, seconds: 600 };
  await expect(heavy('minis', asked, { seconds: 2 })).rejects.toThrow(/longer than the 2 seconds/);
  const gone = new AbortController();
  const left = heavy('minis', asked, { seconds: 60, signal: gone.signal });
  setTimeout(() => gone.abort(), 300);
  await expect(left).rejects.toThrow(/nobody waits/);
  // The place is free again.
  expect(await heavy('minis', { input: MINIS, seconds: 5 }, { seconds: 30 })).toMatchObject({ madeG: 96 });
});

test('a complaint comes back with its place', async () => {
  const error: unknown = await cellsOf(new Uint8Array()).catch((error: unknown) => error);
  expect(error).toBeInstanceOf(InputError);
  expect(error).toMatchObject({ path: 'file', message: expect.stringMatching('empty') as string });
});
