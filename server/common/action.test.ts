import fc from 'fast-check';
import { z } from 'zod';
import { InputError } from '../../core/common/inputError';
import { action, flag, formOf, id, ids, idOrNew } from './action';
import { ConflictError } from './result';
import { database, setTrouble } from './database';
import { patiently, storageTrouble } from './storageTrouble';

const storageError = (code: string) => Object.assign(new Error(code), { code });

test('whatever is sent, the work is done only with what its schemas have read, and nothing is thrown', async () => {
  const seen: unknown[][] = [];
  const act = action([id, z.enum(['done', 'deleted']), flag], (...args) => {
    seen.push(args);
    return { ok: true as const, id: 1 };
  });
  const loose = act as (...args: unknown[]) => Promise<{ ok: boolean }>;
  await fc.assert(
    fc.asyncProperty(fc.array(fc.anything(), { maxLength: 5 }), async (args) => {
      seen.length = 0;
      const answer = await loose(...args);
      expect(answer.ok).toBe(seen.length === 1);
      for (const [number, mark, on] of seen) {
        expect(Number.isInteger(number)).toBe(true);
        expect(['done', 'deleted']).toContain(mark);
        expect(typeof on).toBe('boolean');
      }
    }),
    { numRuns: 700 },
  );
  // What once became the name of a column.
  expect(await loose(1, "done_at = 'x', title", true)).toMatchObject({ ok: false });
  expect(await loose(1, 'done', true)).toEqual({ ok: true, id: 1 });
  expect(await loose(1, 'done', true, 'more')).toMatchObject({ ok: false });
});

test.each([
  [id, [0, -1, 1.5, '1', null, 2 ** 60]],
  [idOrNew, [0, '', undefined]],
  [ids, [[0], ['a'], {}, Array.from({ length: 5001 }, () => 1)]],
  [formOf(), [null, [], 'form', 3]],
] as const)('an argument of another kind is refused in words', async (schema, given) => {
  const act = action([schema as z.ZodType], () => ({ ok: true as const, id: 1 })) as (arg: unknown) => Promise<object>;
  for (const each of given)
    expect(await act(each)).toMatchObject({ ok: false, errors: { '': expect.any(String) as string } });
});

test('complaints come back at their field, a full or locked disk in words, and what nobody foresaw is thrown on', async () => {
  const failing = (error: Error) =>
    action([], () => {
      throw error;
    })();
  expect(await failing(new InputError('too large', 'mass'))).toEqual({ ok: false, errors: { mass: 'too large' } });
  expect(await failing(new ConflictError('gone'))).toEqual({ ok: false, errors: { '': 'gone' } });
  expect(await failing(storageError('SQLITE_FULL'))).toEqual({
    ok: false,
    errors: { '': expect.stringMatching(/disk is full.*Nothing was saved/) as string },
  });
  expect(await failing(storageError('SQLITE_READONLY_DIRECTORY'))).toMatchObject({
    errors: { '': expect.stringMatching(/read-only/) as string },
  });
  await expect(failing(new TypeError('a slip of ours'))).rejects.toThrow('a slip of ours');
});

test.each([
  ['SQLITE_BUSY', 503, 'held'],
  ['SQLITE_BUSY_SNAPSHOT', 503, 'held'],
  ['SQLITE_FULL', 507, 'full'],
  ['ENOSPC', 507, 'full'],
  ['SQLITE_READONLY_DBMOVED', 503, 'read-only'],
  ['EACCES', 503, 'read-only'],
  ['SQLITE_CORRUPT', 503, 'damaged'],
  ['SQLITE_NOTADB', 503, 'damaged'],
  ['SQLITE_IOERR_WRITE', 503, 'unreadable'],
])('%s is told as %i, %s', (code, status, kind) =>
  expect(storageTrouble(storageError(code))).toMatchObject({ status, kind }),
);

test('another error is no trouble of the storage', () => {
  expect(storageTrouble(storageError('SQLITE_CONSTRAINT'))).toBeNull();
  expect(storageTrouble(null)).toBeNull();
});

test('while another program holds the database the work waits its turn, and is done once', async () => {
  let tries = 0;
  let others = 0;
  const busy = setInterval(() => others++, 1);
  const value = await patiently(() => {
    if (++tries < 4) throw storageError('SQLITE_BUSY');
    return 'done';
  });
  clearInterval(busy);
  expect([value, tries]).toEqual(['done', 4]);
  // Meanwhile the others went on.
  expect(others).toBeGreaterThan(2);
});

test.each(['damaged', 'read-only', 'held', 'unreadable', 'gone'] as const)(
  'a database that is known to be %s is called that by whoever asks for it, in words',
  (kind) => {
    const fault = kind === 'gone' ? 'Its file is not there any more.' : 'EACCES: permission denied';
    setTrouble({ file: 'x.sqlite', kind, fault });
    try {
      database();
      throw new Error('it was opened');
    } catch (error) {
      const reported = storageTrouble(error);
      expect(reported).toMatchObject({ status: 503, kind });
      expect(reported!.message).toMatch(/^[A-Z].*\. Nothing was saved/);
      expect(reported!.message).not.toContain('EACCES');
    } finally {
      setTrouble(null);
    }
  },
);
