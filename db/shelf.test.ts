import { openDatabase, type Db } from './connection';
import {
  countShelf,
  isAnyStale,
  placesOnShelf,
  putOnShelf,
  searchShelf,
  type ShelfRow,
  staleYarns,
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
    INSERT INTO piece (id, yarn_id, form, label, born_by) VALUES (1, 1, 'hank', 'Hank 1', 1);
    INSERT INTO operation_piece (operation_id, piece_id, side) VALUES (1, 1, 'out'), (2, 1, 'on');
    INSERT INTO run (id, piece_id, plan, started_at) VALUES (1, 1, '{}', '2026-03-03T10:00:00.000Z');
    DELETE FROM yarn_stale;`);
  return db;
}

/** What is written, and whose line on the shelf follows from it. */
const WRITES: [string, string, number[]][] = [
  ['a new yarn', `INSERT INTO yarn (id, colour_hex, created_at) VALUES (9, '#000000', 'x')`, [9]],
  ['a corrected band, and who borrows from it', `UPDATE yarn SET put_up_mm = 5 WHERE id = 1`, [1, 2]],
  ['a yarn put away', `UPDATE yarn SET gone = 'put away', gone_at = 'x' WHERE id = 3`, [3]],
  ['a fibre', `INSERT INTO yarn_fibre VALUES (3, 0, 'wool', NULL, 1000)`, [3]],
  ['a new piece', `INSERT INTO piece (yarn_id, form, label, born_by) VALUES (3, 'ball', 'Ball 1', 1)`, [3]],
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

test.each(WRITES)('%s', (_, sql, stale) => {
  const db = settled();
  expect(isAnyStale(db)).toBe(false);
  db.exec(sql);
  expect(staleYarns(db)).toEqual(stale);
  expect(isAnyStale(db)).toBe(stale.length > 0);
});

const row = (yarnId: number, more: Partial<ShelfRow> = {}): ShelfRow => ({
  yarnId,
  sortName: '',
  hue: 0,
  weightClass: null,
  gristMPerG: null,
  lengthM: null,
  forms: '||',
  fibres: '  ',
  card: String(yarnId),
  ...more,
});

test('a line that is put up again takes the place of the one before, its words too', () => {
  const db = settled();
  db.exec('INSERT INTO yarn_stale VALUES (1)');
  putOnShelf(db, row(1, { lengthM: 5 }), 'peat coarse');
  expect(isAnyStale(db)).toBe(false);
  putOnShelf(db, row(1, { lengthM: 50 }), 'peat soft');
  expect(countShelf(db)).toBe(1);
  expect(searchShelf(db, { words: ['coarse'] }, 0, 9).total).toBe(0);
  expect(searchShelf(db, { words: ['soft'], atLeastM: 50 }, 0, 9)).toEqual({
    cards: ['1'],
    total: 1,
  });
  takeOffShelf(db, 1);
  expect(searchShelf(db, {}, 0, 9)).toEqual({ cards: [], total: 0 });
});

test('a form is found whole, not as a part of another’s name', () => {
  const db = settled();
  putOnShelf(db, row(1, { forms: '|mini skein|' }), '');
  putOnShelf(db, row(2, { forms: '|shop skein|hank|' }), '');
  expect(searchShelf(db, { form: 'mini skein' }, 0, 9).cards.map(Number)).toEqual([1]);
  expect(searchShelf(db, { form: 'hank' }, 0, 9).cards.map(Number)).toEqual([2]);
});

test('what is not known comes last, whichever way one sorts', () => {
  const db = settled();
  putOnShelf(db, row(1, { lengthM: null }), '');
  putOnShelf(db, row(2, { lengthM: 10 }), '');
  putOnShelf(db, row(3, { lengthM: 400 }), '');
  const order = (by: 'most of it' | 'least of it') => searchShelf(db, { order: by }, 0, 9).cards.map(Number);
  expect(order('most of it')).toEqual([3, 2, 1]);
  expect(order('least of it')).toEqual([2, 3, 1]);
});

test('pages follow one another without a gap or a double', () => {
  const db = settled();
  for (const id of [1, 2, 3]) putOnShelf(db, row(id, { sortName: 'same' }), '');
  const pages = [0, 1, 2, 3].map((from) => searchShelf(db, { order: 'name' }, from, 1).cards.map(Number));
  expect(pages).toEqual([[1], [2], [3], []]);
});

test('places are told by how much lies there, without those of yarns that are gone', () => {
  const db = settled();
  db.exec(`UPDATE yarn SET place = 'loft' WHERE id IN (1, 2); UPDATE yarn SET place = 'attic' WHERE id = 3`);
  expect(placesOnShelf(db)).toEqual(['loft', 'attic']);
  db.exec(`UPDATE yarn SET gone = 'deleted', gone_at = 'x' WHERE id = 3`);
  expect(placesOnShelf(db)).toEqual(['loft']);
});
