import fc from 'fast-check';
import Papa from 'papaparse';
import { csvLines, type CsvTableName, readCsvOf } from './tablesCsv';

const weighing = (note: string) => ({
  operation_id: 7,
  at: '2026-11-24T10:00:00.000Z',
  piece_id: 3,
  mass_g: 56.5,
  tare_g: 0,
  scale_step_g: 0.1,
  humidity_percent: null,
  note,
  undone: false,
});

/** What is read, without the lines that it stands in. */
const rowsOf = (table: CsvTableName, text: string) => readCsvOf(table, text).map(({ line: _, ...row }) => row);
const written = (notes: readonly string[]) => [...csvLines('weighings', notes.map(weighing))].join('');

test('whatever was noted is read back as it was, and no cell of it would be calculated', () => {
  const piece = fc.constantFrom("'", '=', '+', '-', '@', '\t', ',', '"', ';', '\n', 'a', 'é', '7', ' ');
  fc.assert(
    fc.property(fc.array(fc.string({ unit: piece, maxLength: 8 }), { maxLength: 6 }), (notes) => {
      const text = written(notes);
      expect(rowsOf('weighings', text)).toEqual(notes.map(weighing));
      const cells = Papa.parse<string[]>(text, { delimiter: ',' }).data.flat();
      expect(cells.filter((cell) => /^[=+\-@\t\r]/.test(cell))).toEqual([]);
    }),
  );
});

test.each(["'=1+1", "''=A1", '=1+1', "'quoted'", '-x'])('%s stays what it is', (note) => {
  expect(readCsvOf('weighings', written([note]))[0]!.note).toBe(note);
});

test.each([',', ';', '\t'])('separated by %j it is read, whatever stands in its notes and before it', (delimiter) => {
  const rows = [weighing('fog;\train, and\n\t\t\tsun'), weighing('')];
  const { data } = Papa.parse<string[]>([...csvLines('weighings', rows)].join(''), { delimiter: ',' });
  const text = `\uFEFF${Papa.unparse(data, { delimiter })}`;
  expect(rowsOf('weighings', text)).toEqual(rows);
});

test('what cannot be read is told with its line and column', () => {
  const [head, line] = [...csvLines('weighings', [weighing('')])];
  expect(() => readCsvOf('weighings', 'piece_id,at\r\n3,x\r\n')).toThrow(/column operation_id is missing/);
  expect(() => readCsvOf('weighings', head! + line!.replace('56.5', 'much'))).toThrow(
    /“much” cannot be read as mass_g/,
  );
  // A quote that is opened and not closed would take the rest of the list into its cell.
  expect(() => readCsvOf('weighings', head! + line! + line!.replace(/^/, '"'))).toThrow(
    expect.objectContaining({ message: expect.stringMatching(/^a quote is opened here/) as string, path: 'line 3' }),
  );
  expect(() => readCsvOf('weighings', '')).toThrow(/column operation_id is missing/);
});

test('a cell that is empty is no nothing, and a line is counted as an editor does', () => {
  const [head, , line] = [...csvLines('weighings', [weighing(''), weighing('fog,\nthen rain')])];
  const list = (cell: string) => `${head!}${line!}\r\n${line!.replace('56.5', cell)}`;
  expect(readCsvOf('weighings', list('7')).map((row) => [row.line, row.mass_g])).toEqual([
    [2, 56.5],
    [5, 7],
  ]);
  for (const [cell, message] of [
    ['', 'mass_g is empty'],
    [' ', 'mass_g is empty'],
    ['0x10', '“0x10” cannot be read as mass_g'],
    ['56.5 g', '“56.5 g” cannot be read as mass_g'],
  ])
    expect(() => readCsvOf('weighings', list(cell!))).toThrow(
      expect.objectContaining({ message, path: 'line 5, mass_g' }),
    );
  expect(readCsvOf('weighings', list(' 1e-3 '))[1]!.mass_g).toBe(0.001);
  // Without a tare there was none.
  expect(readCsvOf('weighings', list('7').replace(',7,0,', ',7,,'))[1]).toMatchObject({ mass_g: 7, tare_g: 0 });
});

test('lists of pieces, what is not known, yes and no, and figures below nothing are read back', () => {
  const operation = {
    operation_id: 12,
    kind: 'wind',
    at: '2026-11-24T10:00:00.000Z',
    pieces_in: [3],
    pieces_out: [14, 15, 16],
    pieces_on: [],
    mass_in_g: 98.4,
    mass_out_g: null,
    waste_g: -0.2,
    ties_g: 0,
    note: '',
    undone: true,
    undoes: null,
  };
  const text = [...csvLines('operations', [operation])].join('');
  expect(text.split('\r\n')[1]).toBe('12,wind,2026-11-24T10:00:00.000Z,3,14;15;16,,98.4,,-0.2,0,,yes,');
  expect(rowsOf('operations', text)).toEqual([operation]);
});
