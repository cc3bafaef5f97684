import fc from 'fast-check';
import Papa from 'papaparse';
import { InputError } from '../core/common/inputError';
import {
  CSV_FIELD_NAMES,
  CSV_FIELDS,
  decodeCsv,
  looksLikeFormula,
  matchColumns,
  MOST_CSV_ROWS,
  readCsv,
  unitInHead,
} from './yarnCsv';

const bytes = (text: string) => new TextEncoder().encode(text);

test('whatever cells hold, what is written is read, at its line', () => {
  const cell = fc
    .string({ unit: fc.constantFrom('a', 'é', ' ', ',', ';', '"', '\n', '7', '=') })
    .map((text) => text.trim());
  const row = fc.tuple(cell, cell, cell).filter((cells) => cells.some((text) => text !== ''));
  fc.assert(
    fc.property(fc.array(row, { maxLength: 8 }), fc.constantFrom('\n', '\r\n'), (rows, newline) => {
      const text = Papa.unparse([['maker', 'line', 'notes'], ...rows], { newline, quotes: true });
      const table = readCsv(text);
      expect(table.problems).toEqual([]);
      expect(table.rows.map(({ cells }) => cells)).toEqual(rows);
      const lines = rows.map((_, i) => 2 + rows.slice(0, i).flat().join('').split('\n').length - 1 + i);
      expect(table.rows.map(({ line }) => line)).toEqual(lines);
    }),
  );
});

test.each([',', ';', '\t'])('cells parted by %j', (delimiter) => {
  const text = ['maker', 'line', 'lot'].join(delimiter) + '\n' + ['Northstack', 'Slack Water', '08'].join(delimiter);
  expect(readCsv(text)).toMatchObject({
    header: ['maker', 'line', 'lot'],
    rows: [{ line: 2, cells: ['Northstack', 'Slack Water', '08'] }],
  });
});

test('blank lines are passed over and counted', () => {
  expect(readCsv('maker,line\n\n,\nA,B\n\n').rows).toEqual([{ line: 4, cells: ['A', 'B'] }]);
});

test('a quote that is never closed is told at the line where it opens, and what came before is kept', () => {
  const table = readCsv('maker,line\nA,B\nC,"D\nE,F\nG,H\n');
  expect(table.rows).toEqual([{ line: 2, cells: ['A', 'B'] }]);
  expect(table.problems).toMatchObject([{ line: 3, message: /quote/ }].map(() => ({ line: 3 })));
});

test('quotes that are wrong are told as that; a lone column with nothing but such a quote is no list', () => {
  const wrong = 'a quote is opened here and not closed as it should be';
  expect(readCsv('maker,line\nA,"B\n').problems).toEqual([{ line: 2, message: wrong }]);
  expect(() => readCsv('maker\n"A\nB\n')).toThrow('is empty');
  expect(readCsv('maker\nA\n"B\n')).toMatchObject({ rows: [{ line: 2, cells: ['A'] }], problems: [{ line: 3 }] });
  // A head alone is a list without a yarn.
  expect(readCsv('maker\n').rows).toEqual([]);
});

test('lines end in whatever way they end', () => {
  for (const end of ['\n', '\r\n', '\r']) {
    const table = readCsv(['maker,line', 'A,B', 'C,D,E', 'F,G'].join(end));
    expect(table.rows.map(({ line }) => line)).toEqual([2, 4]);
    expect(table.problems.map(({ line }) => line)).toEqual([3]);
  }
});

test('cells beyond the head that are empty are none', () => {
  expect(readCsv('maker,line\nA,B,,\n')).toMatchObject({ problems: [], rows: [{ line: 2 }] });
});

test('a cell too many is told at its line', () => {
  const table = readCsv('maker,line\nA,B,C\nD,E\n');
  expect(table.problems).toEqual([{ line: 2, message: '3 cells, but only 2 columns' }]);
  expect(table.rows).toHaveLength(1);
});

test.each(['', '\n\n', '   \n'])('an empty list is refused: %j', (text) =>
  expect(() => readCsv(text)).toThrow(InputError),
);

test('100,000 lines are refused with the line to split before', () => {
  const text = 'maker,line\n' + 'A,B\n'.repeat(100_000);
  expect(() => readCsv(text)).toThrow(
    expect.objectContaining({
      message: `at most 20,000 yarns at once; split the list before line ${MOST_CSV_ROWS + 2}`,
      path: 'file',
    }),
  );
  expect(readCsv('maker,line\n' + 'A,B\n'.repeat(MOST_CSV_ROWS)).rows).toHaveLength(MOST_CSV_ROWS);
});

test('an empty list is refused as a file', () => {
  for (const text of ['', '\n\n'])
    expect(() => readCsv(text)).toThrow(
      expect.objectContaining({ message: expect.stringMatching(/is empty/), path: 'file' }),
    );
});

test('encodings: Unicode with and without a mark, UTF-16, the letters of Western spreadsheets', () => {
  const text = 'maker\nÉlan';
  expect(decodeCsv(bytes(text))).toEqual({ text, encoding: 'UTF-8' });
  expect(decodeCsv(bytes(`\ufeff${text}`))).toEqual({ text, encoding: 'UTF-8' });
  const utf16 = Buffer.from(`\ufeff${text}`, 'utf16le');
  expect(decodeCsv(utf16)).toEqual({ text, encoding: 'UTF-16' });
  expect(decodeCsv(utf16.swap16())).toEqual({ text, encoding: 'UTF-16' });
  expect(decodeCsv(Buffer.from(text, 'latin1'))).toEqual({ text, encoding: 'Windows-1252' });
  // Half a mark is a letter.
  for (const letters of ['ÿa', 'þa', 'aþ', 'aÿ', 'ÿÿ', 'þþ'])
    expect(decodeCsv(Buffer.from(letters, 'latin1'))).toEqual({ text: letters, encoding: 'Windows-1252' });
});

test('what is no text is refused, with the line', () => {
  const refused = (bytes: Uint8Array, message: string) =>
    expect(() => decodeCsv(bytes)).toThrow(
      expect.objectContaining({ message: expect.stringContaining(message), path: 'file' }),
    );
  refused(Buffer.from('maker\nA\0B', 'latin1'), 'line 2 holds no letters');
  refused(Buffer.from('\0', 'latin1'), 'line 1 holds no letters');
  const most = 16 * 1024 * 1024;
  refused(new Uint8Array(most + 1).fill(97), 'too large: at most 16 MB');
  expect(decodeCsv(new Uint8Array(most).fill(97)).encoding).toBe('UTF-8');
});

test('every label is matched to its own field, each once', () => {
  expect(matchColumns(CSV_FIELD_NAMES.map((name) => CSV_FIELDS[name].label))).toEqual(CSV_FIELD_NAMES);
  for (const name of CSV_FIELD_NAMES)
    for (const also of CSV_FIELDS[name].also) expect(matchColumns([also.toUpperCase()])).toEqual([name]);
  // Two heads that mean nothing leave every field free.
  expect(matchColumns(['Mood', 'Price', 'Mood', 'Maker'])).toEqual(['', '', '', 'maker']);
  expect(matchColumns(['Weight (g)', 'Yarn weight', 'Price', 'Brand', 'maker'])).toEqual([
    'putUpMass',
    'weightClass',
    '',
    '',
    'maker',
  ]);
});

test.each([
  ['Weight (g)', 'g'],
  ['Length [yd]', 'yd'],
  ['yards', 'yd'],
  ['Length', ''],
])('the unit in the head "%s" is "%s"', (head, unit) => expect(unitInHead(head)).toBe(unit));

test('what a spreadsheet would calculate is known, numbers are not taken for it', () => {
  for (const cell of ['=A1', '@sum', '+cmd', '-x', '=1+1']) expect(looksLikeFormula(cell)).toBe(true);
  for (const cell of ['', 'wool', '-3', '+4.5', 'a=b']) expect(looksLikeFormula(cell)).toBe(false);
});
