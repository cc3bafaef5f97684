import { cpSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import Database from 'better-sqlite3';
import { openDatabase } from './connection';
import { migrate, NewerDatabaseError } from './migrate';
import { isPlan, readPlan } from '../../server/winding/runPlan';
import { radiusAtMm } from '../../core/bench/cake';
import { afterEvent, newRun } from '../../core/winding/run';
import { runById, stateOfRun } from '../winding/runs';
import { woundBy } from '../winding/woundCakes';
import { shelfCards, dirtyYarns } from '../yarn/shelf';

let folder: string;
beforeEach(() => (folder = mkdtempSync(path.join(os.tmpdir(), 'lazy-acorn-db-'))));
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const migrations = readdirSync(path.join(__dirname, '..', 'migrations')).length;

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
  expect(insert("INSERT INTO piece (yarn_id, form, label, created_by) VALUES (9, 'hank', '', 9)")).toThrow(
    /FOREIGN KEY/,
  );
  expect(insert("INSERT INTO yarn (colour_hex, put_up_mg, created_at) VALUES ('#112233', 1.5, '')")).toThrow(
    /cannot store REAL/,
  );
});

/** A database as the first so many migrations leave it, with these rows in it. */
function asOf(migrationsDone: number, rows: string): string {
  const file = path.join(folder, 'earlier.sqlite');
  const earlier = path.join(folder, 'migrations');
  cpSync(path.join(__dirname, '..', 'migrations'), earlier, { recursive: true });
  for (const name of readdirSync(earlier).slice(migrationsDone)) rmSync(path.join(earlier, name));
  const old = new Database(file);
  migrate(old, earlier);
  old.exec(rows);
  old.close();
  return file;
}

test('yarns of an earlier version of the tables are all there after it is brought up to date', () => {
  const file = asOf(
    3,
    `
    INSERT INTO yarn (id, maker, line, colour_hex, put_up_mg, put_up_mm, created_at)
      VALUES (1, 'Limpet Hill Farm', 'Peat', '#5f4632', 250000, 305000, '2026-03-01T10:00:00.000Z');
    INSERT INTO operation (id, kind, at) VALUES (1, 'receive', '2026-03-01T10:00:00.000Z');
    INSERT INTO piece (id, yarn_id, form, label, born_by) VALUES (1, 1, 'hank', 'Hank 1', 1);
    INSERT INTO operation_piece (operation_id, piece_id, side, mass_mg, mass_from, resolution_mg)
      VALUES (1, 1, 'out', 248000, 'scale', 1000);`,
  );
  const db = openDatabase(file);
  expect(db.prepare('SELECT care_symbols, place, gone FROM yarn').all()).toEqual([
    { care_symbols: '', place: '', gone: null },
  ]);
  expect(db.prepare('SELECT humidity_percent FROM operation_piece').all()).toEqual([{ humidity_percent: null }]);
  // The shelf is worked out before it is next looked at.
  expect(dirtyYarns(db, 9)).toEqual([1]);
  db.close();
});

test('a shelf that was worked out before cards lay by themselves is there at once, and worked out anew when there is time', () => {
  const file = asOf(
    10,
    `
    INSERT INTO yarn (id, line, colour_hex, place, dye_lot, created_at)
      VALUES (7, 'Peat', '#5f4632', 'loft', 'B12', '2026-03-01T10:00:00.000Z');
    INSERT INTO yarn_now (yarn_id, sort_name, hue, forms, fibres, card) VALUES (7, 'peat', 3, '|hank|', ' wool ', '{"id":7}');
    DELETE FROM yarn_stale;`,
  );
  const db = openDatabase(file);
  // Grams were not asked for then.
  expect(dirtyYarns(db, 9)).toEqual([7]);
  expect(shelfCards(db, { atLeastG: 1 }, 9)).toEqual([]);
  expect(shelfCards(db, { place: 'loft', lot: 'b12', form: 'hank', fibre: 'wool' }, 9)).toEqual(['{"id":7}']);
  // A card goes with its yarn's line.
  db.exec('DELETE FROM yarn_summary');
  expect(db.prepare('SELECT count(*) AS n FROM yarn_card').get()).toEqual({ n: 0 });
  db.close();
});

test('forms in the hand and what they taught are all there after a ball may be begun round two fingers', () => {
  const file = asOf(
    12,
    `
    INSERT INTO yarn (id, colour_hex, created_at) VALUES (1, '#5f4632', '2026-03-01T10:00:00.000Z');
    INSERT INTO operation (id, kind, at) VALUES (1, 'receive', '2026-03-01T10:00:00.000Z'), (2, 'wind', '2026-03-02T10:00:00.000Z');
    INSERT INTO piece (id, yarn_id, form, label, created_by) VALUES (1, 1, 'hank', 'Hank 1', 1), (2, 1, 'ball', 'Ball 1', 2);
    INSERT INTO operation_piece (operation_id, piece_id, side, mass_mg, mass_from, resolution_mg)
      VALUES (1, 1, 'out', 112000, 'scale', 1000), (2, 1, 'in', 112000, 'scale', 1000), (2, 2, 'out', 111000, 'scale', 1000);
    INSERT INTO hand_form (id, name, kind, core_um, height_um, max_diameter_um, max_mg, measured_figures, removed_at)
      VALUES (9, 'Driftwood', 'nostepinne', 25000, 70000, 105000, 140000, '["coreDiameterMm"]', '2026-03-05T10:00:00.000Z');
    INSERT INTO wound_cake VALUES (2, 2, NULL, 3, 'wool', 0, 26000, 25000, 900, 910, 81000, 410000, NULL, 80000, 70000);`,
  );
  const before = new Database(file).prepare('SELECT * FROM wound_cake').all();
  const db = openDatabase(file);
  expect(db.prepare('SELECT id, kind FROM hand_form ORDER BY id').all()).toEqual([
    { id: 1, kind: 'nostepinne' },
    { id: 2, kind: 'tube' },
    { id: 3, kind: 'thumb' },
    { id: 9, kind: 'nostepinne' },
    { id: 10, kind: 'fingers' },
  ]);
  expect(db.prepare('SELECT * FROM hand_form WHERE id = 9').get()).toMatchObject({
    name: 'Driftwood',
    measured_figures: '["coreDiameterMm"]',
    removed_at: '2026-03-05T10:00:00.000Z',
  });
  expect(db.prepare('SELECT * FROM wound_cake').all()).toEqual(before);
  expect(woundBy(db, 2)).toMatchObject([{ handFormId: 3, turns: 900, ball: 1 }]);
  expect(db.pragma('foreign_key_check')).toEqual([]);
  expect(() => db.exec('UPDATE wound_cake SET hand_form_id = 77')).toThrow(/FOREIGN KEY/);
  expect(() => db.exec("UPDATE hand_form SET kind = 'knee' WHERE id = 9")).toThrow(/CHECK/);
  expect(
    db
      .prepare(
        "SELECT count(*) AS n FROM sqlite_schema WHERE tbl_name = 'wound_cake' AND type = 'index' AND sql IS NOT NULL",
      )
      .get(),
  ).toEqual({ n: 3 });
  db.close();
});

test('a run that was under way before knots were marks goes on with its count, its knot and its plan', () => {
  const plan = {
    mass: { from: 'scale', massG: 112, tareG: 0, resolutionG: 1 },
    gristMPerG: 3.6,
    gristSdMPerG: 0.1,
    winder: {
      name: 'Small winder',
      coreDiameterMm: 24,
      heightMm: 68,
      maxDiameterMm: 98,
      maxMassG: 113,
      spindleTurnsPerCrank: 4,
      crossingAngleDeg: 20,
    },
    swift: null,
    handling: [],
    densityGPerCm3: 0.32,
    cakes: [
      { massG: 56, lengthM: 200, outerDiameterMm: 70, crankTurns: { mean: 310, sd: 9 }, slowFromTurn: 290 },
      { massG: 56, lengthM: 203, outerDiameterMm: 70, crankTurns: { mean: 310, sd: 9 }, slowFromTurn: 290 },
    ],
  };
  const file = asOf(
    4,
    `
    INSERT INTO yarn (id, colour_hex, put_up_mg, put_up_mm, created_at)
      VALUES (1, '#5f4632', 115000, 412000, '2026-03-01T10:00:00.000Z');
    INSERT INTO operation (id, kind, at) VALUES (1, 'receive', '2026-03-01T10:00:00.000Z');
    INSERT INTO piece (id, yarn_id, form, label, born_by) VALUES (1, 1, 'hank', 'Hank 1', 1);
    INSERT INTO operation_piece (operation_id, piece_id, side, mass_mg, mass_from, resolution_mg)
      VALUES (1, 1, 'out', 112000, 'scale', 1000);
    UPDATE winder SET measured = 1 WHERE id = 2;
    INSERT INTO run (id, piece_id, plan, started_at)
      VALUES (1, 1, '${JSON.stringify(plan)}', '2026-03-01T11:00:00.000Z');
    INSERT INTO run_event (run_id, writer, seq, at_ms, part, kind, detail) VALUES
      (1, 'old-tab', 1, 1000, 0, 'tick', '{"step":"strands","done":true}'),
      (1, 'old-tab', 2, 2000, 0, 'turns', '{"amount":40}'),
      (1, 'old-tab', 3, 3000, 0, 'knot', '{"atTurn":40}'),
      (1, 'old-tab', 4, 4000, 0, 'turns', '{"amount":2}');`,
  );
  const db = openDatabase(file);
  expect(stateOfRun(db, 1, { parts: 2, start: newRun(2), after: afterEvent })).toMatchObject({
    turns: [42, 0],
    ticked: ['0 folded'],
    marks: [{ part: 0, atTurn: 40, mark: 'knot' }],
  });
  const kept = runById(db, 1)!.plan;
  expect(isPlan(kept)).toBe(true);
  expect(readPlan(kept).cakes.map(({ startM, tool }) => [startM, tool.name])).toEqual([
    [0, 'Small winder'],
    [200, 'Small winder'],
  ]);
  // One firmness and one winder for all of it, and the room that the winder had then.
  expect(readPlan(kept)).toMatchObject({ gristMPerG: 3.6, faults: [], queue: [], yarnKind: 'mixed or not known' });
  for (const cake of readPlan(kept).cakes) {
    expect(cake).toMatchObject({ densityGPerCm3: 0.32, usableMassG: 113, massG: 56, name: '' });
    expect(cake.densitySd).toBeCloseTo(0.032, 12);
    expect(cake.crankRatioSd).toBeCloseTo(0.28, 12);
    expect(cake.tool).toMatchObject({ onto: 'winder', spindleTurnsPerCrank: 4, maxDiameterMm: 98 });
  }
  const figures = db.prepare('SELECT measured_figures FROM winder ORDER BY id').pluck().all() as string[];
  expect(figures.map((json) => (JSON.parse(json) as string[]).length)).toEqual([0, 6]);
  db.close();
});

test('version 6: a winding that was open stays one, and there is something to wind minis round', () => {
  const file = asOf(
    5,
    `
    INSERT INTO yarn (id, colour_hex, created_at) VALUES (1, '#5f4632', '2026-03-01T10:00:00.000Z');
    INSERT INTO operation (id, kind, at, waste_mg) VALUES (1, 'receive', '2026-03-01T10:00:00.000Z', 500);
    INSERT INTO piece (id, yarn_id, form, label, born_by) VALUES (1, 1, 'hank', 'Hank 1', 1);
    INSERT INTO operation_piece (operation_id, piece_id, side) VALUES (1, 1, 'out');
    INSERT INTO run (id, piece_id, plan, started_at) VALUES (1, 1, '{}', '2026-03-01T11:00:00.000Z');`,
  );
  const db = openDatabase(file);
  expect(runById(db, 1)).toMatchObject({ kind: 'wind', planId: null, endedAt: null });
  expect(db.prepare('SELECT waste_mg, ties_mg FROM operation').get()).toEqual({ waste_mg: 500, ties_mg: 0 });
  expect(db.prepare('SELECT kind FROM reel ORDER BY id').pluck().all()).toEqual(['arm', 'frame', 'reel', 'chair']);
  db.close();
});

test('version 7: cakes and minis from before are as large as they were, what was measured is there, and twist can be counted', () => {
  const file = asOf(
    6,
    `
    INSERT INTO yarn (id, colour_hex, created_at) VALUES (1, '#5f4632', '2026-03-01T10:00:00.000Z');
    INSERT INTO operation (id, kind, at) VALUES (1, 'receive', '2026-03-01T10:00:00.000Z'),
      (2, 'wind', '2026-03-02T10:00:00.000Z'), (3, 'split', '2026-03-03T10:00:00.000Z'),
      (4, 'sample', '2026-03-04T10:00:00.000Z');
    INSERT INTO piece (id, yarn_id, form, label, loop_mm, born_by) VALUES (1, 1, 'hank', 'Hank 1', 1620, 1),
      (2, 1, 'cake', 'Cake 1', NULL, 2), (3, 1, 'cake', 'Cake 2', NULL, 2), (4, 1, 'mini skein', 'Mini skein 1', 760, 3),
      (5, 1, 'ball', 'Ball 1', NULL, 3), (6, 1, 'cake', 'Cake 3', NULL, 3), (7, 1, 'ball', 'Ball 2', NULL, 2);
    INSERT INTO operation_piece (operation_id, piece_id, side, mass_mg, mass_from, resolution_mg) VALUES
      (1, 1, 'out', 160000, 'scale', 1000), (2, 1, 'in', 160000, 'scale', 1000), (2, 2, 'out', 96000, 'scale', 1000),
      (2, 3, 'out', 60000, 'scale', 1000), (2, 7, 'out', 4000, 'scale', 1000), (3, 3, 'in', 60000, 'scale', 1000),
      (3, 4, 'out', 12000, 'scale', 100), (3, 5, 'out', 5000, 'scale', 100), (3, 6, 'out', 42000, 'scale', 100),
      (4, 2, 'on', NULL, NULL, NULL);
    INSERT INTO wound_cake (operation_id, piece_id, winder_id, hand_form_id, yarn_kind, again, core_um, crossing_millideg,
        turns, planned_turns, length_mm, diameter_um, height_um) VALUES
      (2, 2, 1, NULL, 'wool', 0, 24000, 20000, 500, 500, 390000, NULL, NULL),
      (2, 3, 1, NULL, 'wool', 0, 24000, 20000, 300, 300, 240000, 66000, 67000),
      (2, 7, NULL, 1, 'wool', 0, 22000, 25000, 60, 60, 16000, NULL, NULL);
    INSERT INTO mini_job (id, name, plan, created_at) VALUES (1, 'Tests', '{}', '2026-03-03T10:00:00.000Z');
    INSERT INTO mini (piece_id, operation_id, job_id, size_id, place, places, loops, wanted_mg, tolerance_mg)
      VALUES (4, 3, 1, 'mini', 1, 1, 60, 12000, 500);
    INSERT INTO sample (operation_id, piece_id, how, wpi) VALUES (4, 2, 'wraps', 12.5);`,
  );
  const db = openDatabase(file);
  const laid = db
    .prepare('SELECT piece_id, how, direction, core_um, outer_um, loop_mm FROM strand_laid ORDER BY piece_id')
    .all();
  const as = { direction: null, loop_mm: null };
  // R = sqrt(12 mm ^2 + 96 g / (0.3 g/cm3 x pi x 68 mm)): as core's own rule has it.
  const outer = (coreMm: number, heightMm: number, massG: number) =>
    Math.round(2000 * radiusAtMm({ coreDiameterMm: coreMm, heightMm }, massG));
  expect(laid).toEqual([
    { ...as, piece_id: 2, how: 'spindle', core_um: 24000, outer_um: outer(24, 68, 96) },
    { ...as, piece_id: 3, how: 'spindle', core_um: 24000, outer_um: 66000 },
    { ...as, piece_id: 4, how: null, core_um: null, outer_um: null, loop_mm: 760 },
    // Cut out between minis; what stayed of the cake (6) was not laid anew.
    { ...as, piece_id: 5, how: null, core_um: null, outer_um: null },
    { ...as, piece_id: 7, how: null, core_um: 22000, outer_um: outer(22, 75, 4) },
  ]);
  expect(db.prepare('SELECT how, wpi, turns FROM sample').all()).toEqual([{ how: 'wraps', wpi: 12.5, turns: null }]);
  const insert = (sql: string) => () => db.prepare(sql).run();
  expect(insert("INSERT INTO sample (operation_id, piece_id, how, turns) VALUES (3, 2, 'twist', 40)")).toThrow(/CHECK/);
  insert(
    "INSERT INTO sample (operation_id, piece_id, how, turns, over_mm, leans) VALUES (3, 2, 'twist', 40.5, 250, 'S')",
  )();
  // The shelf hears of it still.
  expect(dirtyYarns(db, 9)).toEqual([1]);
  db.close();
});
