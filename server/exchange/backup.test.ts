import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { openDatabase } from '../../db/common/connection';
import { exportArchive } from './archive';
import { backupFolder, backups, dailyBackup, faultOf, lookAt, replaceDamaged, restore, takeBackup } from './backup';
import { emptyDatabase, NOW, shelved } from '../../tests/support/serverTesting';

const FOLDER = mkdtempSync(path.join(os.tmpdir(), 'lazy-acorn-backup-'));
afterAll(() => rmSync(FOLDER, { recursive: true }));
let bases = 0;
const base = () => path.join(FOLDER, `bench-${++bases}.sqlite`);
const later = (hours: number) => new Date(NOW.getTime() + hours * 3600_000);

test('one a day, and none of nothing', async () => {
  const db = emptyDatabase();
  const folder = backupFolder(base());
  expect(await dailyBackup(db, folder, NOW)).toBeNull();
  shelved(db);
  expect(await dailyBackup(db, folder, NOW)).toMatchObject({ why: 'daily', takenAt: NOW.toISOString() });
  expect(await dailyBackup(db, folder, later(20))).toBeNull();
  await dailyBackup(db, folder, later(25));
  expect(backups(folder).map(({ takenAt }) => takenAt)).toEqual([later(25).toISOString(), NOW.toISOString()]);
  expect(lookAt(folder, backups(folder)[1]!.name)).toMatchObject({ yarns: 1, operations: 1 });
  // Nothing but snapshots is left behind, and other files are let be.
  writeFileSync(path.join(folder, 'notes.txt'), 'mine');
  expect(backups(folder)).toHaveLength(2);
  expect(readdirSync(folder).sort()).toEqual([...backups(folder).map(({ name }) => name), 'notes.txt'].sort());
});

test('gone back to, everything is as it was then; and forth again', async () => {
  const db = emptyDatabase();
  const folder = backupFolder(base());
  shelved(db, { line: 'Kelp' });
  const then = JSON.stringify(exportArchive(db, FOLDER, NOW));
  const { name } = await takeBackup(db, folder, 'asked', NOW);
  shelved(db, { line: 'Thrift' });
  const now = JSON.stringify(exportArchive(db, FOLDER, NOW));
  const before = await restore(db, folder, name, later(1));
  expect(JSON.stringify(exportArchive(db, FOLDER, NOW))).toBe(then);
  await restore(db, folder, before.name, later(2));
  expect(JSON.stringify(exportArchive(db, FOLDER, NOW))).toBe(now);
});

test('old ones go, others stay', async () => {
  const db = emptyDatabase();
  shelved(db);
  const folder = backupFolder(base());
  await takeBackup(db, folder, 'asked', NOW);
  for (let day = 1; day <= 20; day++) await takeBackup(db, folder, 'daily', later(24 * day));
  const kept = backups(folder);
  expect(kept.filter(({ why }) => why === 'asked')).toHaveLength(1);
  expect(kept.length).toBeLessThan(13);
  expect(kept[0]!.takenAt).toBe(later(480).toISOString());
});

test('a damaged snapshot, or none of that name, is refused and nothing is changed', async () => {
  const db = emptyDatabase();
  shelved(db);
  const folder = backupFolder(base());
  const { name } = await takeBackup(db, folder, 'asked', NOW);
  const file = path.join(folder, name);
  writeFileSync(file, readFileSync(file).subarray(0, 9000));
  expect(() => lookAt(folder, name)).toThrow(/damaged/);
  await expect(restore(db, folder, name, later(1))).rejects.toThrow(/damaged/);
  await expect(restore(db, folder, '../../etc/passwd', later(1))).rejects.toThrow(/no such snapshot/);
  // Neither a file that is there under another name than a snapshot's, nor such a name without a file.
  writeFileSync(path.join(folder, 'notes.txt'), 'mine');
  for (const none of ['notes.txt', name.replace('asked', 'daily')])
    expect(() => lookAt(folder, none)).toThrow(
      expect.objectContaining({ message: 'there is no such snapshot', path: 'name' }),
    );
  expect(backups(folder)).toHaveLength(1);
});

test('a damaged database is known for one, put aside, and a sound snapshot put in its place', async () => {
  const file = base();
  const db = openDatabase(file);
  for (let i = 0; i < 40; i++) shelved(db, { line: `Yarn ${i}`, notes: 'x'.repeat(900) });
  const { name } = await takeBackup(db, backupFolder(file), 'daily', NOW);
  const since = shelved(db).pieceIds;
  db.pragma('wal_checkpoint(TRUNCATE)');
  db.close();
  expect(faultOf(file)).toBeNull();
  const bytes = readFileSync(file);
  bytes.fill(0x5a, 4096 * 6, 4096 * 22);
  writeFileSync(file, bytes);
  expect(faultOf(file)).not.toBeNull();
  const aside = replaceDamaged(file, backupFolder(file), name, later(1));
  expect(readFileSync(aside)).toEqual(bytes);
  expect(faultOf(file)).toBeNull();
  const again = openDatabase(file);
  expect(again.prepare('SELECT count(*) AS n FROM yarn').get()).toEqual({ n: 40 });
  // A browser may have kept what it could not send, of what was begun since the snapshot.
  expect(Math.min(...shelved(again).pieceIds)).toBeGreaterThan(Math.max(...since));
  again.prepare("INSERT INTO run (piece_id, plan, started_at) SELECT id, '{}', '' FROM piece LIMIT 1").run();
  expect(again.prepare('SELECT id FROM run').get()).toEqual({ id: 100_001 });
  again.close();
  expect(existsSync(aside)).toBe(true);
});
