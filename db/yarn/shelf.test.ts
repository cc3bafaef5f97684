import { openDatabase, type Db } from '../common/connection';
import {
  countShelf,
  isAnyDirty,
  placesOnShelf,
  putOnShelf,
  shelfCards,
  type ShelfQuery,
  type ShelfRow,
  dirtyYarns,
  takeOffShelf,
} from './shelf';

/** Two yarns; the second borrows the figures of the first. All that is known is on the shelf. */
function settled(): Db {
  const db = openDatabase(':memory:');
  db.exec(`
    INSERT INTO yarn (id, maker, line, colour_hex, created_at) VALUES
      (1, 'Limpet Hill Farm', 'Peat', '#5f4632', '2026-03-01T10:00:00.000Z'),
      (2, '', 'Loft', '#9b2d30', '2026-03-01T10:00:00.000Z'),
      (3, 'Skerry Wool', 'Jetty', '#1f2d4a', '2026-03-01T10:00:00.000Z');
    UPDATE yarn SET like_yarn_id = 1 WHERE id = 2;
    INSERT INTO operation (id, kind, at) VALUES (1, 'receive', '2026-03-01T10:00:00.000Z'), (2, 'weigh', '2026-03-02T10:00:00.000Z');
    INSERT INTO operation (id, kind, at, undoes) VALUES (3, 'undo', '2026-03-03T10:00:00.000Z', 2);
    INSERT INTO piece (id, yarn_id, form, label, created_by) VALUES (1, 1, 'hank', 'Hank 1', 1);
    INSERT INTO operation_piece (operation_id, piece_id, side) VALUES (1, 1, 'out'), (2, 1, 'on');
    INSERT INTO run (id, piece_id, plan, started_at) VALUES (1, 1, '{}', '2026-03-03T10:00:00.000Z');
    DELETE FROM yarn_dirty;`);
  return db;
}

/** What is written, and whose line on the shelf follows from it. */
const WRITES: [string, string, number[]][] = [
  ['a new yarn', `INSERT INTO yarn (id, colour_hex, created_at) VALUES (9, '#000000', 'x')`, [9]],
  ['a corrected band, and who borrows from it', `UPDATE yarn SET put_up_mm = 5 WHERE id = 1`, [1, 2]],
  ['a yarn put away', `UPDATE yarn SET gone = 'put away', gone_at = 'x' WHERE id = 3`, [3]],
  ['a fibre', `INSERT INTO yarn_fibre VALUES (3, 0, 'wool', NULL, 1000)`, [3]],
  ['a new piece', `INSERT INTO piece (yarn_id, form, label, created_by) VALUES (3, 'ball', 'Ball 1', 1)`, [3]],
  ['a piece that goes over, and who borrows from either', `UPDATE piece SET yarn_id = 3 WHERE id = 1`, [1, 2, 3]],
  ['a part in an operation', `INSERT INTO operation_piece (operation_id, piece_id, side) VALUES (3, 1, 'on')`, [1]],
  [
    'a sample, and who borrows from it',
    `INSERT INTO sample (operation_id, piece_id, how, wpi) VALUES (2, 1, 'wraps', 9)`,
    [1, 2],
  ],
  ['an undo', `INSERT INTO operation (kind, at, undoes) VALUES ('undo', 'x', 1)`, [1, 2]],
  ['an undo of an undo', `INSERT INTO operation (kind, at, undoes) VALUES ('undo', 'x', 3)`, [1, 2]],
  ['a run that ends', `UPDATE run SET ended_at = 'x' WHERE id = 1`, [1]],
  [
    'a count in a run',
    `INSERT INTO run_event (run_id, writer, seq, at_ms, part, kind, detail) VALUES (1, 'w', 1, 0, 0, 'turns', '{}')`,
    [],
  ],
  ['a tool', `UPDATE winder SET name = 'x'`, []],
];

test.each(WRITES)('%s', (_, sql, dirty) => {
  const db = settled();
  expect(isAnyDirty(db)).toBe(false);
  db.exec(sql);
  expect(dirtyYarns(db, 9)).toEqual(dirty);
  expect(isAnyDirty(db)).toBe(dirty.length > 0);
});

const row = (yarnId: number, more: Partial<ShelfRow> = {}): ShelfRow => ({
  yarnId,
  sortName: '',
  hue: 0,
  weightClass: null,
  gristMPerG: null,
  lengthM: null,
  massG: null,
  forms: '||',
  fibres: '  ',
  place: '',
  dyeLot: '',
  card: String(yarnId),
  ...more,
});

test('a line that is put up again takes the place of the one before, its words too', () => {
  const db = settled();
  db.exec('INSERT INTO yarn_dirty VALUES (1)');
  putOnShelf(db, row(1, { lengthM: 5 }), 'peat coarse');
  expect(isAnyDirty(db)).toBe(false);
  putOnShelf(db, row(1, { lengthM: 50 }), 'peat soft');
  expect(countShelf(db)).toBe(1);
  expect(countShelf(db, { words: ['coarse'] })).toBe(0);
  expect(shelfCards(db, { words: ['soft'], atLeastM: 50 }, 9)).toEqual(['1']);
  takeOffShelf(db, 1);
  expect(shelfCards(db, {}, 9)).toEqual([]);
  expect(countShelf(db)).toBe(0);
});

test('whatever is asked, what is listed is what is counted, and what one would pick out by hand', () => {
  const db = settled();
  const rows = [1, 2, 3].map((id) =>
    row(id, {
      weightClass: id === 3 ? null : id,
      lengthM: id * 100,
      gristMPerG: id,
      massG: id === 2 ? null : id * 10,
      forms: id === 2 ? '|hank|waiting hank|' : id === 3 ? '|cake|begun|' : '|cake|',
      fibres: id === 1 ? ' wool silk ' : ' silk ',
      place: id === 1 ? '' : 'loft',
      dyeLot: `B${id}`,
    }),
  );
  for (const each of rows) putOnShelf(db, each, `word${each.yarnId}`);
  db.exec('UPDATE yarn SET plies = id, needle_um = 1000 * id, hook_um = 4500');
  const asked: [ShelfQuery, number[]][] = [
    [{}, [3, 2, 1]],
    [{ fibre: 'wool' }, [1]],
    [{ fibre: 'silk', place: 'loft' }, [3, 2]],
    [{ weightClass: 2 }, [2]],
    [{ form: 'cake', atLeastM: 200 }, [3]],
    [{ form: 'waiting hank' }, [2]],
    [{ form: 'hank', words: ['word'] }, [2]],
    [{ lot: 'b3' }, [3]],
    [{ atMostM: 200, order: 'least of it' }, [1, 2]],
    [{ gristMPerG: { low: 1.5, high: 3 } }, [3, 2]],
    [{ singles: true }, [1]],
    [{ begun: true }, [3]],
    [{ atLeastG: 10 }, [3, 1]],
    [{ atMostG: 10 }, [1]],
    [{ needleMm: 2 }, [2]],
    [{ hookMm: 4.5, atLeastG: 30 }, [3]],
    [{ hookMm: 5 }, []],
    [{ words: ['word1'], fibre: 'silk', lot: 'B1', atLeastM: 100, atMostM: 100 }, [1]],
    [{ place: 'attic' }, []],
  ];
  for (const [query, found] of asked) {
    expect(shelfCards(db, query, 9).map(Number)).toEqual(found);
    expect(countShelf(db, query)).toBe(found.length);
  }
});

test('a form is found whole, not as a part of another’s name', () => {
  const db = settled();
  putOnShelf(db, row(1, { forms: '|mini skein|' }), '');
  putOnShelf(db, row(2, { forms: '|shop skein|hank|' }), '');
  expect(shelfCards(db, { form: 'mini skein' }, 9).map(Number)).toEqual([1]);
  expect(shelfCards(db, { form: 'hank' }, 9).map(Number)).toEqual([2]);
});

test('what is not known comes last, whichever way one sorts', () => {
  const db = settled();
  putOnShelf(db, row(1, { lengthM: null, place: '' }), '');
  putOnShelf(db, row(2, { lengthM: 10, place: 'attic' }), '');
  putOnShelf(db, row(3, { lengthM: 400, place: 'loft' }), '');
  const order = (by: ShelfQuery['order']) => shelfCards(db, { order: by }, 9).map(Number);
  expect(order('most of it')).toEqual([3, 2, 1]);
  expect(order('least of it')).toEqual([2, 3, 1]);
  expect(order('place')).toEqual([2, 3, 1]);
  expect(order('place backwards')).toEqual([3, 2, 1]);
});

test('pages follow one another without a gap or a double', () => {
  const db = settled();
  for (const id of [1, 2, 3]) putOnShelf(db, row(id, { sortName: 'same' }), '');
  const pages = [0, 1, 2, 3].map((from) => shelfCards(db, { order: 'name' }, 1, from).map(Number));
  expect(pages).toEqual([[1], [2], [3], []]);
});

test('places are told by how much lies there, without those of yarns that are gone', () => {
  const db = settled();
  for (const id of [1, 2, 3]) putOnShelf(db, row(id, { place: id === 3 ? 'attic' : 'loft' }), '');
  expect(placesOnShelf(db)).toEqual(['loft', 'attic']);
  takeOffShelf(db, 3);
  expect(placesOnShelf(db)).toEqual(['loft']);
});

test('one that is taken off the shelf leaves the others as they are, their words too', () => {
  const db = settled();
  for (const id of [1, 2, 3]) putOnShelf(db, row(id), `peat ${['', 'coarse', 'soft', 'fine'][id]}`);
  db.exec('INSERT INTO yarn_dirty VALUES (2), (3)');
  takeOffShelf(db, 2);
  expect(shelfCards(db, { words: ['peat'] }, 9)).toEqual(['3', '1']);
  expect(shelfCards(db, { words: ['coarse'] }, 9)).toEqual(['1']);
  expect(countShelf(db, { words: ['soft'] })).toBe(0);
  expect(dirtyYarns(db, 9)).toEqual([3]);
});
