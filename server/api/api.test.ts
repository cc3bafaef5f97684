import Papa from 'papaparse';
import fc from 'fast-check';
import { type DumpedRow, dumpTable } from '../../db/exchange/dump';
import { liveOfYarn } from '../../db/yarn/operations';
import { csvLines, CSV_TABLE_NAMES, readCsvOf } from '../../formats/tablesCsv';
import { ternRock } from '../../scripts/ternRock';
import { ternRockThread } from '../../scripts/ternRockThread';
import { ternRockTwist } from '../../scripts/ternRockTwist';
import { type ApiPage, apiTable, checkedWeighings, enterOperation, openApi } from './api';
import { addListed, addWeighings, csvOf, undoAll } from '../exchange/csv';
import { weighingsRead } from '../exchange/csvRead';
import { ARCHIVE_TABLES, columnsOf } from '../exchange/archiveStaging';
import { importYarns, previewImport } from '../exchange/importYarns';
import { aKey, emptyDatabase, everything, idOf, NOW, shelved } from '../../tests/support/serverTesting';
import { treatPieces } from '../yarn/pieceOperations';
import { yarnPage } from '../yarn/yarnViews';

const demo = emptyDatabase();
ternRock(demo, NOW);
ternRockTwist(demo, NOW);
ternRockThread(demo, NOW);

const refusalOf = (work: () => unknown) => {
  try {
    work();
  } catch (error) {
    return error as Error & { path: string };
  }
  throw new Error('it was taken');
};

describe('read by other programs', () => {
  test.each(ARCHIVE_TABLES)('every row of %s comes, page by page, once and in order', (table) => {
    const rows: DumpedRow[] = [];
    for (let from: string | null | undefined; from !== null;) {
      const page: ApiPage = apiTable(demo, table, { limit: '7', ...(from && { from }) });
      rows.push(...page.rows);
      from = page.next;
    }
    expect(rows).toEqual(dumpTable(demo, table, columnsOf(table)));
    expect(rows).toHaveLength(apiTable(demo, table, {}).total);
  });

  test('a page begins with its key, with the first part of one, or with what follows where that is gone', () => {
    expect(apiTable(demo, 'operation', { from: '12', limit: '1' }).rows).toMatchObject([{ id: 12 }]);
    const parts = apiTable(demo, 'operation_piece', { from: '3' }).rows;
    expect(parts[0]).toMatchObject({ operation_id: 3 });
    const { operation_id: operation, piece_id: piece } = parts[5]!;
    expect(apiTable(demo, 'operation_piece', { from: `${operation},${piece}` }).rows[0]).toEqual(parts[5]);
    expect(apiTable(demo, 'operation', { from: '999999' })).toMatchObject({ rows: [], next: null });
  });

  test('what is no page is told as such', () => {
    expect(() => apiTable(demo, 'sqlite_schema', {})).toThrow('no such table');
    expect(refusalOf(() => apiTable(demo, 'yarn', { limit: '9999' })).path).toBe('limit');
    for (const from of ['', '1e0', '-1', '1,2', '1;2', '0x1', '9'.repeat(16)])
      expect(refusalOf(() => apiTable(demo, 'yarn', { from })).path).toBe('from');
  });

  test('its description names every table with its columns, and what can be added', () => {
    const api = openApi() as {
      paths: Record<string, { post?: { requestBody: object } }>;
      components: { schemas: Record<string, { properties: object }> };
    };
    for (const [table, { properties }] of Object.entries(api.components.schemas)) {
      expect(api.paths[`/api/v1/${table}`]).toBeDefined();
      const [row] = apiTable(demo, table, { limit: '1' })!.rows;
      if (row) expect(Object.keys(properties)).toEqual(Object.keys(row));
    }
    expect(JSON.stringify(api.paths['/api/v1/operations']!.post!.requestBody)).toContain('write off');
    expect(JSON.stringify(api)).toContain('Maker (as the import of a list reads it)');
  });
});

describe('added by other programs', () => {
  test('weighings, all of them or none', () => {
    const db = emptyDatabase();
    const { yarnId, pieceIds } = shelved(db, { count: '2', masses: ['112', '108'] });
    const [first, second] = pieceIds as [number, number];
    const at = '2026-03-10T08:00:00.000Z';
    const entries = addWeighings(
      db,
      checkedWeighings([
        { pieceId: first, netG: 109.4, scaleStepG: 0.1, at },
        { pieceId: second, grossG: 115, tareG: 8 },
      ]),
      NOW,
    );
    expect(yarnPage(db, yarnId)!.pieces.map(({ mass }) => mass!.massG)).toEqual([109.4, 107]);
    const before = everything(db);
    for (const [bad, path] of [
      [{ pieceId: 999, netG: 5 }, '1.pieceId'],
      [{ pieceId: second, netG: 5, at: '2030-01-01T00:00:00.000Z' }, '1.at'],
    ] as const)
      expect(refusalOf(() => addWeighings(db, checkedWeighings([{ pieceId: first, netG: 5 }, bad]), NOW)).path).toBe(
        path,
      );
    expect(refusalOf(() => checkedWeighings([{ pieceId: first, netG: -1 }])).path).toBe('0.netG');
    expect(everything(db)).toBe(before);
    expect(
      undoAll(
        db,
        entries.map(({ operationId }) => operationId),
        NOW,
      ),
    ).toBe(2);
    expect(yarnPage(db, yarnId)!.pieces.map(({ mass }) => mass!.massG)).toEqual([112, 108]);
  });

  test('a weighing that is sent twice is logged once; taken back, it can be sent again', () => {
    const db = emptyDatabase();
    const { yarnId, pieceIds } = shelved(db);
    const pieceId = pieceIds[0]!;
    const enter = (more: object) => addWeighings(db, checkedWeighings([{ pieceId, netG: 101.5, ...more }]), NOW)[0]!;
    const at = '2026-03-10T08:00:00.000Z';
    const first = enter({ at });
    expect(first.isNew).toBe(true);
    expect(enter({ at })).toEqual({ operationId: first.operationId, isNew: false });
    // At another moment, or another mass, it is another.
    expect(enter({ at, netG: 101 }).isNew).toBe(true);
    const keyed = enter({ key: 'scale-0007' });
    expect(enter({ key: 'scale-0007' })).toEqual({ ...keyed, isNew: false });
    // Another mass under the same key is neither passed over nor logged twice.
    expect(refusalOf(() => enter({ key: 'scale-0007', netG: 99 }))).toMatchObject({
      path: '0.key',
      message: expect.stringMatching(/needs a key of its own/) as string,
    });
    undoAll(db, [first.operationId, keyed.operationId], NOW);
    expect(enter({ at }).isNew).toBe(true);
    // All of it, as it left the app, adds nothing to it.
    const before = everything(db);
    addListed(db, weighingsRead([...csvOf(db, 'weighings')].join('')), false, NOW);
    expect(everything(db)).toBe(before);
    expect(liveOfYarn(db, yarnId).filter(({ kind }) => kind === 'weigh')).toHaveLength(2);
  });

  test('a weighing of what may be wet is asked about, singly and in a list by its line', () => {
    const db = emptyDatabase();
    const { pieceIds } = shelved(db, { count: '2', masses: ['112', '108'] });
    const [wet, dry] = pieceIds as [number, number];
    idOf(treatPieces(db, { requestKey: aKey(), kind: 'dye', pieceIds: [wet], note: '' }, NOW));
    const before = everything(db);
    const minutes = (count: number) => new Date(NOW.getTime() + 60_000 * count);
    const enter = (more: object, after: number) => {
      const all = [
        { pieceId: dry, netG: 140 },
        { pieceId: wet, ...more },
      ];
      return () => addWeighings(db, checkedWeighings(all), minutes(after));
    };
    expect(refusalOf(enter({ netG: 112 }, 59))).toMatchObject({
      path: '1.isDry',
      message: expect.stringMatching(/59 min ago/) as string,
    });
    expect(refusalOf(enter({ netG: 140 }, 90))).toMatchObject({
      path: '1.isDry',
      message: expect.stringMatching(/112 g before: still damp/) as string,
    });
    const head = 'operation_id,at,piece_id,mass_g,tare_g,scale_step_g,humidity_percent,note,undone';
    const at = (count: number) => minutes(count).toISOString();
    const listed = weighingsRead(
      [
        head,
        `1,${at(70)},${dry},100,0,1,,,yes`,
        `2,${at(80)},${dry},100,0,1,,,no`,
        `3,${at(80)},${wet},180,0,1,,,no`,
      ].join('\r\n'),
    );
    // What was undone is not read, and counts as a line all the same.
    expect(refusalOf(() => addListed(db, listed, false, minutes(90))).path).toBe('line 4, isDry');
    expect(everything(db)).toBe(before);
    expect(addListed(db, listed, true, minutes(90)).map(({ isNew }) => isNew)).toEqual([true, true]);
    expect(enter({ netG: 140, isDry: true }, 90)()).toHaveLength(2);
  });

  test('weighings count by when they were, in whatever order they come, and none takes the place of a newer one', () => {
    const db = emptyDatabase();
    const { yarnId, pieceIds } = shelved(db);
    const pieceId = pieceIds[0]!;
    const day = (date: number, netG: number) => ({ pieceId, netG, at: `2026-03-${date}T08:00:00Z` });
    const enter = (...all: object[]) => addWeighings(db, checkedWeighings(all), NOW);
    const ids = enter(day(12, 90), day(10, 101.5), day(11, 96)).map(({ operationId }) => operationId);
    // The answers stand as the weighings did, the log as they were.
    expect([...ids].sort((a, b) => a - b)).toEqual([ids[1], ids[2], ids[0]]);
    expect(yarnPage(db, yarnId)!.pieces[0]!.mass!.massG).toBe(90);
    expect(enter(day(11, 96))).toEqual([{ operationId: ids[2], isNew: false }]);
    const before = everything(db);
    expect(refusalOf(() => enter(day(13, 85), day(11, 95)))).toMatchObject({
      path: '1.at',
      message: 'it was weighed or wetted since, on 2026-03-12: this comes too late',
    });
    expect(everything(db)).toBe(before);
    idOf(treatPieces(db, { requestKey: aKey(), kind: 'wash', pieceIds: [pieceId], note: '' }, new Date('2026-03-13')));
    expect(refusalOf(() => enter(day(12, 89)))).toMatchObject({ path: '0.at' });
    expect(enter(day(13, 88))).toHaveLength(1);
  });

  test.each([
    [{ netG: 5, grossG: 6 }, '0.netG'],
    [{}, '0.netG'],
    [{ massG: 5 }, '0.massG'],
    [{ grossG: 5, tareG: 5 }, '0.grossG'],
    [{ netG: 1e-7 }, '0.netG'],
  ])('a mass that is not said to be with or without its tare, or is none, is refused: %j', (mass, path) =>
    expect(refusalOf(() => checkedWeighings([{ pieceId: 1, ...mass }])).path).toBe(path),
  );

  test.each([
    ['a piece that is named twice', { kind: 'wash', pieceIds: [1, 1] }, 'pieceIds', /there twice/],
    ['a tare that no scale bears', { kind: 'dry', pieceId: 1, netG: 90, tareG: 1e300 }, 'tareG', /./],
    ['what weighs more than before it was wetted', { kind: 'dry', pieceId: 1, netG: 140 }, 'isDry', /still damp/],
    ['a sign that cannot be shown', { kind: 'wash', pieceIds: [1], note: 'a\u0000b' }, 'note', /./],
  ])('%s is refused at its place, as a form refuses it', (_, operation, path, message) => {
    const db = emptyDatabase();
    idOf(treatPieces(db, { requestKey: aKey(), kind: 'wash', pieceIds: shelved(db).pieceIds, note: '' }, NOW));
    const before = everything(db);
    const refusal = refusalOf(() => enterOperation(db, { ...operation, key: aKey() }, NOW));
    expect(refusal.path).toBe(path);
    expect(refusal.message).toMatch(message);
    expect(everything(db)).toBe(before);
  });

  test('operations, each once by its key, and undone', () => {
    const db = emptyDatabase();
    const { yarnId, pieceIds } = shelved(db, { form: 'cake', loop: '', count: '2', masses: ['112', '96'] });
    const [first, second] = pieceIds as [number, number];
    const enter = (body: object) => enterOperation(db, body, NOW).operationId;
    const key = aKey();
    const washed = enter({ kind: 'wash', pieceIds: [first], key });
    expect(enter({ kind: 'wash', pieceIds: [first], key })).toBe(washed);
    expect(refusalOf(() => enter({ kind: 'wash', pieceIds: [second], key }))).toMatchObject({
      path: 'key',
      message: expect.stringMatching(/needs a key of its own/) as string,
    });
    const damp = enter({ kind: 'dry', pieceId: first, grossG: 130, isDry: true, key: aKey() });
    enter({ kind: 'undo', operationId: damp });
    enter({ kind: 'dry', pieceId: first, grossG: 108, key: aKey() });
    enter({ kind: 'use', pieceId: first, howMuch: 'left', netG: 60, tareG: 10, key: aKey() });
    enter({ kind: 'use', pieceId: first, howMuch: 'took', tookM: 36, key: aKey() });
    const gone = enter({ kind: 'write off', pieceId: second, howMuch: 'all', why: 'lost', key: aKey() });
    const [a, b] = yarnPage(db, yarnId)!.pieces;
    expect(a!.mass!.massG).toBeCloseTo(60 - 36 / ((412 / 115) * (112 / 108)), 2);
    expect(b!.consumedBy).toBe(gone);
    const undone = enter({ kind: 'undo', operationId: gone });
    expect(yarnPage(db, yarnId)!.pieces[1]!.consumedBy).toBeNull();
    // The list of operations has the undoing, and what it undid as undone.
    const listed = readCsvOf('operations', [...csvOf(db, 'operations')].join(''));
    expect(listed.find((row) => row.operation_id === undone)).toMatchObject({
      kind: 'undo',
      undoes: gone,
      undone: false,
    });
    expect(listed.find((row) => row.operation_id === gone)).toMatchObject({
      kind: 'write off',
      undone: true,
      undoes: null,
    });
    expect(listed.filter((row) => row.undone).map((row) => row.operation_id)).toEqual([damp, gone]);
    expect(refusalOf(() => enter({ kind: 'use', pieceId: 77, howMuch: 'all', key: aKey() })).message).toMatch(
      /not there/,
    );
    expect(refusalOf(() => enter({ kind: 'eat', pieceId: first })).path).toBe('kind');
  });
});

describe('as comma-separated values', () => {
  test.each(CSV_TABLE_NAMES)('the table of %s is read back as it was written', (table) => {
    const text = [...csvOf(demo, table)].join('');
    const rows = readCsvOf(table, text);
    expect(rows.length).toBeGreaterThan(3);
    expect([...csvLines(table, rows as never)].join('')).toBe(text);
  });

  test('yarns go into another shelf by the app’s own import, band by band', () => {
    const text = [...csvOf(demo, 'yarns')].join('');
    expect(Papa.parse(text.trim(), { header: true }).errors).toEqual([]);
    const db = emptyDatabase();
    const ask = JSON.stringify({ columns: null, skipTwice: false, batch: aKey() });
    const list = { bytes: Buffer.from(text), ask, system: 'metric' as const };
    expect(previewImport(db, list).problems).toEqual([]);
    importYarns(db, list, NOW);
    expect([...csvOf(db, 'yarns')].join('')).toBe(text);
  });

  test('weighings come in from such a list, and the list is as it was', () => {
    const db = emptyDatabase();
    const { pieceIds } = shelved(db);
    const head = 'operation_id,at,piece_id,mass_g,tare_g,scale_step_g,humidity_percent,note,undone';
    const list = `\uFEFF${head}\r\n1,2026-03-01T10:00:00.000Z,${pieceIds[0]},101.5,8,0.5,,"after, the cuffs",no\r\n2,2026-03-02T10:00:00.000Z,${pieceIds[0]},99,0,1,55,,yes\r\n`;
    const read = weighingsRead(list);
    expect(read.weighings).toHaveLength(1);
    addListed(db, read, false, NOW);
    expect(readCsvOf('weighings', [...csvOf(db, 'weighings')].join(''))).toMatchObject([
      { mass_g: 101.5, tare_g: 8, scale_step_g: 0.5, note: 'after, the cuffs', undone: false },
    ]);
    expect(refusalOf(() => weighingsRead(list.replace('101.5', 'heavy'))).path).toBe('line 2, mass_g');
    expect(refusalOf(() => weighingsRead('a,b\r\n1,2')).message).toMatch(/is missing/);
    expect(refusalOf(() => weighingsRead(head)).message).toMatch(/./);
  });

  test('whatever is noted is read back the same, and nothing of it is a formula', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.string({ unit: 'binary' }).map((note) => note.replaceAll(/[\r\n\u2028]/g, ' ')),
          { minLength: 1 },
        ),
        (notes) => {
          const rows = notes.map((note, i) => ({
            operation_id: i + 1,
            at: NOW.toISOString(),
            piece_id: 1,
            mass_g: 5,
            tare_g: 0,
            scale_step_g: 1,
            humidity_percent: null,
            note,
            undone: false,
          }));
          const text = [...csvLines('weighings', rows)].join('');
          const cells = Papa.parse<string[]>(text, { skipEmptyLines: true })
            .data.slice(1)
            .map((row) => row[7]!);
          for (const cell of cells) expect(cell).not.toMatch(/^[=+\-@]/);
          const back = readCsvOf('weighings', text).map(({ note }) => note);
          // A note that begins with an apostrophe before such a sign would be taken for a formula that was made harmless.
          expect(back.map((note, i) => note === notes[i] || `'${note}` === notes[i])).toEqual(notes.map(() => true));
        },
      ),
    );
  });
});
