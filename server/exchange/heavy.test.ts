import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import Database from 'better-sqlite3';
import { InputError } from '../../core/common/inputError';
import { openDatabase } from '../../db/common/connection';
import { countShelf, isAnyDirty } from '../../db/yarn/shelf';
import { heavy } from './heavy';
import { refreshAllSummaries } from '../yarn/shelf';
import { storageTrouble } from '../common/storageTrouble';
import { NOW } from '../../tests/support/serverTesting';

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

const FOLDER = mkdtempSync(path.join(os.tmpdir(), 'lazy-acorn-heavy-'));
afterAll(() => rmSync(FOLDER, { recursive: true }));
const file = path.join(FOLDER, 'shop.sqlite');
const listOf = (lines: string[], batch: string) => ({
  file,
  bytes: Buffer.from(['maker,line,colour,lot,pieces', ...lines].join('\n')),
  ask: JSON.stringify({ columns: null, skipTwice: false, batch }),
  system: 'metric' as const,
});

test('a complaint comes back with its place', async () => {
  const empty = { ...listOf([], 'an-empty-list'), bytes: new Uint8Array() };
  const error: unknown = await heavy('list looked at', empty, {}).catch((error: unknown) => error);
  expect(error).toBeInstanceOf(InputError);
  expect(error).toMatchObject({ path: 'file', message: expect.stringMatching('empty') as string });
});

test('a list is put on the shelf all at once, while others read what was there before', async () => {
  const db = openDatabase(file);
  const yarns = () => (db.prepare('SELECT count(*) AS n FROM yarn').get() as { n: number }).n;
  const lines = Array.from({ length: 1500 }, (_, i) => `Skerry Wool,Jetty ${i},Navy,${i},2`);
  const seen = new Set<number>();
  const beside = setInterval(() => seen.add(yarns()), 2);
  const written = await heavy('list put on the shelf', { ...listOf(lines, 'a-long-list'), now: NOW }, { seconds: 60 });
  clearInterval(beside);
  expect(written.written).toBe(1500);
  expect([...seen].filter((n) => n !== 0 && n !== 1500)).toEqual([]);
  expect(seen.has(0)).toBe(true);
  expect(yarns()).toBe(1500);
  // Its lines are worked out a few at a time, and others are answered in between.
  let others = 0;
  const meanwhile = setInterval(() => others++, 1);
  await refreshAllSummaries(db);
  clearInterval(meanwhile);
  expect(others).toBeGreaterThan(3);
  expect(countShelf(db)).toBe(1500);
  expect(isAnyDirty(db)).toBe(false);
  const back = await heavy('list taken back', { file, batch: 'a-long-list', now: NOW }, { seconds: 60 });
  expect(back).toEqual({ deleted: 1500, kept: 0 });
  await refreshAllSummaries(db);
  expect(countShelf(db)).toBe(0);
  db.close();
});

test('while another program writes for longer than it can wait, nothing of a list is written, and that is said', async () => {
  const other = new Database(file);
  other.exec('BEGIN IMMEDIATE');
  const list = { ...listOf(['Skerry Wool,Peat,Navy,1,2'], 'a-held-list'), now: NOW };
  const error: unknown = await heavy('list put on the shelf', list, { seconds: 30 }).catch((error: unknown) => error);
  other.exec('ROLLBACK');
  other.close();
  expect(storageTrouble(error)).toMatchObject({ status: 503, kind: 'held' });
  expect((await heavy('list put on the shelf', list, { seconds: 30 })).written).toBe(1);
});
