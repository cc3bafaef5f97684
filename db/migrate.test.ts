import Database from 'better-sqlite3';
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { openDatabase } from './connection';
import { migrate, NewerDatabaseError } from './migrate';

let folder: string;
beforeEach(() => (folder = mkdtempSync(path.join(os.tmpdir(), 'lazy-acorn-db-'))));
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const migrations = readdirSync(path.join(__dirname, 'migrations')).length;

test('a new file gets every table, and the settings that keep a commit through a power cut', () => {
  const db = openDatabase(path.join(folder, 'deeper', 'new.sqlite'));
  expect(db.pragma('user_version', { simple: true })).toBe(migrations);
  expect(db.pragma('journal_mode', { simple: true })).toBe('wal');
  expect(db.pragma('synchronous', { simple: true })).toBe(2);
  expect(db.pragma('foreign_keys', { simple: true })).toBe(1);
  expect(db.prepare('SELECT count(*) AS n FROM winder').get()).toEqual({ n: 2 });
  expect(db.prepare('SELECT kind FROM swift ORDER BY id').all()).toEqual([
    { kind: 'pegs' },
    { kind: 'umbrella' },
    { kind: 'chairs' },
  ]);
  db.close();
});

test('opened again, nothing is done twice', () => {
  const file = path.join(folder, 'again.sqlite');
  openDatabase(file).close();
  const db = openDatabase(file);
  expect(db.prepare('SELECT count(*) AS n FROM winder').get()).toEqual({ n: 2 });
  db.close();
});

test('a database of a newer app is refused in words, and left as it was', () => {
  const file = path.join(folder, 'newer.sqlite');
  const newer = openDatabase(file);
  newer.pragma(`user_version = ${migrations + 3}`);
  newer.close();
  expect(() => openDatabase(file)).toThrow(NewerDatabaseError);
  expect(() => openDatabase(file)).toThrow(/newer Lazy Acorn .*Nothing was changed/);
  const untouched = new Database(file);
  expect(untouched.pragma('user_version', { simple: true })).toBe(migrations + 3);
  untouched.close();
});

test('where one migration fails, none of them has happened', () => {
  writeFileSync(path.join(folder, '0001_good.sql'), 'CREATE TABLE good (id INTEGER);');
  writeFileSync(path.join(folder, '0002_bad.sql'), 'CREATE TABLE half (id INTEGER); CREATE NONSENSE;');
  const db = new Database(':memory:');
  expect(() => migrate(db, folder)).toThrow(/syntax error/);
  expect(db.prepare("SELECT name FROM sqlite_schema WHERE type = 'table'").all()).toEqual([]);
  expect(db.pragma('user_version', { simple: true })).toBe(0);
  writeFileSync(path.join(folder, '0002_bad.sql'), 'CREATE TABLE whole (id INTEGER);');
  migrate(db, folder);
  expect(db.pragma('user_version', { simple: true })).toBe(2);
});

test('a gap in the numbers is refused', () => {
  writeFileSync(path.join(folder, '0002_late.sql'), '');
  expect(() => migrate(new Database(':memory:'), folder)).toThrow('out of order');
});

test('the tables themselves refuse what cannot be', () => {
  const db = openDatabase(':memory:');
  const insert = (sql: string) => () => db.prepare(sql).run();
  expect(insert("INSERT INTO yarn (colour_hex, put_up_mg, created_at) VALUES ('#112233', -1, '')")).toThrow(/CHECK/);
  expect(insert("INSERT INTO yarn (colour_hex, created_at) VALUES ('red', '')")).toThrow(/CHECK/);
  expect(insert("INSERT INTO operation (kind, at) VALUES ('undo', '')")).toThrow(/CHECK/);
  expect(insert("INSERT INTO piece (yarn_id, form, label, born_by) VALUES (9, 'hank', '', 9)")).toThrow(/FOREIGN KEY/);
  expect(insert("INSERT INTO yarn (colour_hex, put_up_mg, created_at) VALUES ('#112233', 1.5, '')")).toThrow(
    /cannot store REAL/,
  );
});
