import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import fc from 'fast-check';
import type { Db } from '../../db/common/connection';
import { InputError } from '../../core/common/inputError';
import { ARCHIVE_VERSION, archiveJsonSchema } from '../../formats/archive';
import { ternRock } from '../../scripts/ternRock';
import { ternRockTwist } from '../../scripts/ternRockTwist';
import { exportArchive } from './archive';
import { bench } from '../bench/bench';
import { asVersion, readIn } from '../../tests/support/archiveTesting';
import { plyWaits } from '../twist/plied';
import { emptyDatabase, everything, NOW, shelved } from '../../tests/support/serverTesting';
import { twistHome } from '../twist/twist';
import { yarnPage } from '../yarn/yarnViews';

const FOLDER = mkdtempSync(path.join(os.tmpdir(), 'lazy-acorn-pictures-'));
afterAll(() => rmSync(FOLDER, { recursive: true }));

const full = emptyDatabase();
ternRock(full, NOW);
const whole = exportArchive(full, FOLDER, NOW);
const json = JSON.stringify(whole);

/** Reads in what should be refused; tells the complaint and checks that nothing was written. */
async function refusal(text: string): Promise<{ message: string; path: string }> {
  const db = emptyDatabase();
  const before = everything(db);
  try {
    await readIn(db, FOLDER, text);
  } catch (error) {
    expect(error).toBeInstanceOf(InputError);
    expect(everything(db)).toBe(before);
    db.close();
    return error as InputError;
  }
  throw new Error('it was read in');
}

/** The whole archive with one thing changed. */
function changed(change: (archive: typeof whole) => void): string {
  const copy = structuredClone(whole);
  change(copy);
  return JSON.stringify(copy);
}

const PICTURE = {
  id: 1,
  operation_id: null,
  yarn_id: 1,
  file: '',
  width: 9,
  height: 9,
  added_at: NOW.toISOString(),
  removed_at: null,
};
const merge = (id: number, from_yarn: number, into_yarn: number) => ({
  id,
  from_yarn,
  into_yarn,
  at: NOW.toISOString(),
  filled: '[]',
  undone_at: null,
});

test('read back into an empty database, everything is equal', async () => {
  const db = emptyDatabase();
  expect(await readIn(db, FOLDER, json)).toEqual({
    yarns: 11,
    operations: whole.tables.operation.length,
    already: 0,
  });
  expect(JSON.stringify(exportArchive(db, FOLDER, NOW))).toBe(json);
  for (const { id } of whole.tables.yarn) expect(yarnPage(db, id)).toEqual(yarnPage(full, id));
});

test('what is added after reading in gets numbers of its own', async () => {
  const db = emptyDatabase();
  await readIn(db, FOLDER, json);
  const { pieceIds } = shelved(db);
  expect(whole.tables.piece.some(({ id }) => pieceIds.includes(id))).toBe(false);
});

test('a database that has yarns in it is not read into', async () => {
  const db = emptyDatabase();
  shelved(db);
  const before = everything(db);
  await expect(readIn(db, FOLDER, json)).rejects.toThrow('empty database');
  expect(everything(db)).toBe(before);
});

test('torn anywhere, it is refused', async () => {
  await fc.assert(
    fc.asyncProperty(fc.integer({ min: 0, max: json.length - 2 }), async (end) => {
      expect((await refusal(json.slice(0, end))).message).toMatch('torn');
    }),
    { numRuns: 15 },
  );
});

test.each([
  ['another program’s file', JSON.stringify({ yarns: [] }), 'format', /not a Lazy Acorn archive/],
  ['a list', '[]', '', /./],
  [
    'a later version',
    changed((a) => Object.assign(a, { version: ARCHIVE_VERSION + 1 })),
    'version',
    /only versions 1 to/,
  ],
  ['a table that nobody knows', changed((a) => Object.assign(a.tables, { cat: [] })), 'tables.cat', /./],
  ['a missing table', changed((a) => Reflect.deleteProperty(a.tables, 'piece')), 'tables.piece', /./],
  ['a mass below nothing', changed((a) => (a.tables.yarn[0]!.put_up_mg = -5)), 'tables.yarn.0.put_up_mg', /./],
  ['half a milligram', changed((a) => (a.tables.yarn[0]!.put_up_mg = 0.5)), 'tables.yarn.0.put_up_mg', /./],
  ['a piece of no yarn', changed((a) => (a.tables.piece[0]!.yarn_id = 99)), 'tables.piece', /points at a yarn/],
  ['one id twice', changed((a) => (a.tables.yarn[1]!.id = 1)), 'tables.yarn.1', /contradicts/],
  [
    'a mass without a source',
    changed((a) => (a.tables.operation_piece[0]!.mass_from = null)),
    'tables.operation_piece.0',
    /contradicts/,
  ],
  [
    'holes that are not even JSON',
    changed((a) => (a.tables.swift[0]!.hole_radii_mm = 'x')),
    'tables.swift.0.hole_radii_mm',
    /whole millimetres/,
  ],
  [
    'measured figures that are torn',
    changed((a) => (a.tables.winder[0]!.measured_figures = '["heightMm"')),
    'tables.winder.0.measured_figures',
    /names of figures/,
  ],
  [
    'a way to go on that is none',
    changed((a) => a.tables.planned_use.push({ piece_id: 1, way: '{"use":"somehow"}', chosen_at: NOW.toISOString() })),
    'tables.planned_use.0.way',
    /not a way to go on/,
  ],
  [
    'a setting that cannot be read',
    changed((a) => (a.tables.setting = [{ name: 'twist limits', value: '{"single":3}' }])),
    'tables.setting.0',
    /not a setting/,
  ],
  ['a plan that is none', changed((a) => (a.tables.run[0]!.plan = '{}')), 'tables.run.0.plan', /not the plan/],
  [
    'an event that is none',
    changed((a) => (a.tables.run_event[0]!.kind = 'dance')),
    'tables.run_event.0',
    /not an event/,
  ],
  [
    'an operation on nothing',
    changed((a) => (a.tables.operation_piece = a.tables.operation_piece.filter((p) => p.operation_id !== 1))),
    'tables.operation.0',
    /no piece/,
  ],
  [
    'holes that are no numbers',
    changed((a) => (a.tables.swift[0]!.hole_radii_mm = '"far"')),
    'tables.swift.0.hole_radii_mm',
    /millimetres/,
  ],
  [
    'a humidity that no room has',
    changed((a) => (a.tables.operation_piece[0]!.humidity_percent = 120)),
    'tables.operation_piece.0.humidity_percent',
    /./,
  ],
  [
    'a care symbol that nobody knows',
    changed((a) => (a.tables.yarn[0]!.care_symbols = 'wash-lots')),
    'tables.yarn.0.care_symbols',
    /known/,
  ],
  [
    'a sample without a length',
    changed((a) => (a.tables.sample[0]!.length_mm = null)),
    'tables.sample.0',
    /contradicts/,
  ],
  [
    'a reel without loops',
    changed((a) => (a.tables.sample.find(({ how }) => how === 'reel')!.loops = null)),
    'tables.sample.1',
    /contradicts/,
  ],
  [
    'a sample of an operation that is not there',
    changed((a) => (a.tables.sample[0]!.operation_id = 9999)),
    'tables.sample',
    /points at a operation/,
  ],
  [
    'a need of nothing',
    changed((a) => (a.tables.project_need[0]!.need_mm = null)),
    'tables.project_need.0',
    /contradicts/,
  ],
  [
    'a need of a project that is not there',
    changed((a) => (a.tables.project_need[0]!.project_id = 99)),
    'tables.project_need',
    /points at a project/,
  ],
  [
    'a due day that no month has',
    changed((a) => (a.tables.project[0]!.due_on = '2026-02-31')),
    'tables.project.0.due_on',
    /./,
  ],
  [
    'a picture’s name that climbs',
    changed((a) => (a.tables.picture = [{ ...PICTURE, file: '../up.webp' }])),
    'tables.picture.0.file',
    /./,
  ],
  [
    'a cake that was wound on nothing',
    changed((a) => (a.tables.wound_cake[0]!.winder_id = null)),
    'tables.wound_cake.0',
    /contradicts/,
  ],
  [
    'a cake of a winder that is not there',
    changed((a) => (a.tables.wound_cake[0]!.winder_id = 77)),
    'tables.wound_cake',
    /points at a winder/,
  ],
  [
    'a counter of no length',
    changed((a) => (a.tables.counter[0]!.um_per_pulse = 0)),
    'tables.counter.0.um_per_pulse',
    /./,
  ],
  [
    'a form that no hand knows',
    changed((a) => Object.assign(a.tables.hand_form[0]!, { kind: 'elbow' })),
    'tables.hand_form.0.kind',
    /./,
  ],
  [
    'a school that nobody teaches',
    changed((a) => (a.tables.setting = [{ name: 'schools', value: '{"ties":"never"}' }])),
    'tables.setting.0',
    /not a setting that is known/,
  ],
  [
    'yarns merged in a ring',
    changed((a) => (a.tables.yarn_merge = [merge(1, 1, 2), merge(2, 2, 3), merge(3, 3, 1)])),
    'tables.yarn_merge.0',
    /in a ring/,
  ],
  [
    'a yarn merged twice',
    changed((a) => (a.tables.yarn_merge = [merge(1, 1, 2), merge(2, 1, 3)])),
    'tables.yarn_merge.1',
    /contradicts/,
  ],
  [
    'columns that are no list',
    changed((a) => (a.tables.yarn_merge = [{ ...merge(1, 1, 2), filled: '7' }])),
    'tables.yarn_merge.0.filled',
    /array/,
  ],
])('%s is refused at its place, and nothing is written', async (_, text, path, message) => {
  const complaint = await refusal(text);
  expect(complaint.path).toBe(path);
  expect(complaint.message).toMatch(message);
});

test('the app publishes how the file is made', () => {
  const schema = archiveJsonSchema() as {
    properties: { tables: { properties: object } };
    additionalProperties: boolean;
  };
  expect(schema.additionalProperties).toBe(false);
  expect(Object.keys(schema.properties.tables.properties).sort()).toEqual(Object.keys(whole.tables).sort());
});

test('an archive of version 4 is brought up to date: cakes are as large as they were, and nobody knows how they were laid', async () => {
  const db = emptyDatabase();
  await readIn(db, FOLDER, JSON.stringify(asVersion(whole, 4)));
  const again = exportArchive(db, FOLDER, NOW).tables;
  expect(again.strand_leaving).toEqual([]);
  expect(again.sample).toEqual(whole.tables.sample);
  const wound = whole.tables.wound_cake.map(({ piece_id }) => piece_id);
  const laid = (tables: typeof again) => tables.strand_laid.filter(({ piece_id }) => wound.includes(piece_id));
  expect(laid(again)).toHaveLength(wound.length);
  for (const row of laid(again)) {
    const before = laid(whole.tables).find(({ piece_id }) => piece_id === row.piece_id)!;
    expect(row).toMatchObject({ how: 'spindle', direction: null, core_um: before.core_um });
    // Measured, or by the firmness that cakes have on the whole.
    expect(Math.abs(row.outer_um! / before.outer_um! - 1)).toBeLessThan(0.06);
  }
});

test('what was spun, plied and practised comes back as it was', async () => {
  const spun = emptyDatabase();
  ternRock(spun, NOW);
  ternRockTwist(spun, NOW);
  const text = JSON.stringify(exportArchive(spun, FOLDER, NOW));
  const db = emptyDatabase();
  await readIn(db, FOLDER, text);
  expect(JSON.stringify(exportArchive(db, FOLDER, NOW))).toBe(text);
  expect(plyWaits(db, NOW)).toEqual(plyWaits(spun, NOW));
  expect(twistHome(db).lines).toEqual(twistHome(spun).lines);
});

const piecesIn = (db: Db) =>
  whole.tables.yarn.flatMap(({ id }) =>
    yarnPage(db, id)!.pieces.map(({ label, form, mass }) => ({ label, form, mass })),
  );
const piecesAsTheyAre = piecesIn(full);

test.each([1, 2, 3, 4, 5, 6, 7, 8, 9])('an archive of version %i has every yarn, piece and gram', async (version) => {
  const db = emptyDatabase();
  expect(await readIn(db, FOLDER, JSON.stringify(asVersion(whole, version)))).toMatchObject({ yarns: 11 });
  const [read, here] = [piecesIn(db), piecesAsTheyAre];
  // Version 1 knew no samples, so its grams are others where one was cut off.
  if (version > 1) expect(read).toEqual(here);
  else expect(read.map(({ label }) => label)).toEqual(here.map(({ label }) => label));
});

test('an archive of version 7 knew no ball begun round two fingers: that form comes beside the others', async () => {
  const earlier = asVersion(whole, 7);
  expect(earlier.tables.hand_form!.map(({ kind }) => kind)).not.toContain('fingers');
  const db = emptyDatabase();
  await readIn(db, FOLDER, JSON.stringify(earlier));
  const { handForms } = bench(db);
  expect(handForms.map(({ kind }) => kind)).toEqual(['nostepinne', 'tube', 'thumb', 'fingers']);
  expect(handForms.at(-1)).toMatchObject({ name: 'Two fingers', coreDiameterMm: 36, maxMassG: 120, measured: [] });
});

test('an archive of version 1 is brought up to date', async () => {
  const db = emptyDatabase();
  expect(await readIn(db, FOLDER, JSON.stringify(asVersion(whole, 1)))).toMatchObject({ yarns: 11 });
  expect(yarnPage(db, 6)!.pieces.map(({ label }) => label)).toEqual(
    yarnPage(full, 6)!.pieces.map(({ label }) => label),
  );
  expect(yarnPage(db, 6)!.yarn.samples).toEqual([]);
});

test('an archive of version 3 is brought up to date: it knew no minis and no reels', async () => {
  const db = emptyDatabase();
  await readIn(db, FOLDER, JSON.stringify(asVersion(whole, 3)));
  const again = exportArchive(db, FOLDER, NOW);
  // How strands were laid nobody had noted then.
  const { strand_leaving, strand_laid } = again.tables;
  expect(JSON.stringify({ ...whole, tables: { ...whole.tables, strand_leaving, strand_laid } })).toBe(
    JSON.stringify(again),
  );
});

test('an archive of version 2 is brought up to date: its tools, its runs and what was counted', async () => {
  const db = emptyDatabase();
  expect(await readIn(db, FOLDER, JSON.stringify(asVersion(whole, 2)))).toMatchObject({ yarns: 11 });
  const again = exportArchive(db, FOLDER, NOW);
  expect(again.tables.run_event).toEqual(whole.tables.run_event);
  expect(again.tables.run).toEqual(whole.tables.run);
  // Which figures were measured is known only of a tool as a whole.
  expect(again.tables.winder.map(({ measured_figures }) => measured_figures !== '[]')).toEqual(
    whole.tables.winder.map(({ measured_figures }) => measured_figures !== '[]'),
  );
  const fresh = exportArchive(emptyDatabase(), FOLDER, NOW).tables;
  expect([again.tables.hand_form, again.tables.counter]).toEqual([fresh.hand_form, fresh.counter]);
});
