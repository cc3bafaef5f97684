import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { openDatabase } from '../db/common/connection';
import { shelved } from '../tests/support/serverTesting';
import { trouble } from './common/database';
import { openAtStart } from './start';

// The day's snapshots are looked at elsewhere (exchange/backup.test.ts).
jest.mock('./exchange/rescue', () => ({
  ...jest.requireActual<object>('./exchange/rescue'),
  keepSnapshots: jest.fn(),
}));

const FOLDER = mkdtempSync(path.join(os.tmpdir(), 'lazy-acorn-start-'));
const announced = jest.spyOn(console, 'error').mockImplementation(() => {});
const ended = jest.spyOn(process, 'exit').mockImplementation((() => undefined) as never);
afterAll(() => rmSync(FOLDER, { recursive: true }));

/** A database of its own, with a yarn on its shelf, that the app is started with. */
function startedWith(name: string, spoil: (file: string) => void): string {
  const file = path.join(FOLDER, name);
  const db = openDatabase(file);
  for (let i = 0; i < 40; i++) shelved(db, { line: `Yarn ${i}` });
  db.pragma('wal_checkpoint(TRUNCATE)');
  db.close();
  spoil(file);
  process.env.LAZY_ACORN_DB = file;
  announced.mockClear();
  ended.mockClear();
  // Each start is that of another process, with no connection yet.
  Reflect.deleteProperty(globalThis, 'lazyAcornDb');
  openAtStart();
  return file;
}

test('a sound database is opened, and nothing is said', () => {
  startedWith('sound.sqlite', () => {});
  expect(trouble()).toBeNull();
  expect(announced).not.toHaveBeenCalled();
});

test('a damaged one is not opened nor touched: it says so, and the app stays to show the way out', () => {
  const spoiled = Buffer.alloc(4096 * 20, 0x5a);
  let bytes = Buffer.alloc(0);
  const file = startedWith('damaged.sqlite', (place) => {
    bytes = readFileSync(place);
    spoiled.copy(bytes, 4096 * 6);
    writeFileSync(place, bytes);
  });
  expect(trouble()).toMatchObject({ kind: 'damaged', file });
  expect(String(announced.mock.calls[0]![0])).toMatch(/is damaged .*Nothing was changed; open Lazy Acorn/s);
  expect(readFileSync(file).equals(bytes)).toBe(true);
  expect(ended).not.toHaveBeenCalled();
});

test('one of a newer app ends this one, in words', () => {
  startedWith('newer.sqlite', (file) => {
    const db = openDatabase(file);
    db.pragma('user_version = 999');
    db.close();
  });
  expect(ended).toHaveBeenCalledWith(1);
  expect(String(announced.mock.calls[0]![0])).toMatch(/cannot start.*newer Lazy Acorn/s);
});
