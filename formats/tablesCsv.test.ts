import fc from 'fast-check';
import Papa from 'papaparse';
import { csvLines, readCsvOf } from './tablesCsv';

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

const written = (notes: readonly string[]) => [...csvLines('weighings', notes.map(weighing))].join('');

test('whatever was noted is read back as it was, and no cell of it would be calculated', () => {
  const piece = fc.constantFrom("'", '=', '+', '-', '@', '\t', ',', '"', ';', '\n', 'a', 'é', '7', ' ');
  fc.assert(
    fc.property(fc.array(fc.string({ unit: piece, maxLength: 8 }), { maxLength: 6 }), (notes) => {
      const text = written(notes);
      expect(readCsvOf('weighings', text)).toEqual(notes.map(weighing));
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
  expect(readCsvOf('weighings', text)).toEqual(rows);
});

test('what cannot be read is told with its line and column', () => {
  const [head, line] = [...csvLines('weighings', [weighing('')])];
  expect(() => readCsvOf('weighings', 'piece_id,at\r\n3,x\r\n')).toThrow(/column operation_id is missing/);
  expect(() => readCsvOf('weighings', head! + line!.replace('56.5', 'much'))).toThrow(
    /“much” cannot be read as mass_g/,
  );
  // A quote that is opened and not closed would take the rest of the list into its cell.
  expect(() => readCsvOf('weighings', head! + line! + line!.replace(/^/, '"'))).toThrow(
    expect.objectContaining({
      message: expect.stringMatching(/^this line cannot be read: /) as string,
      path: 'line 3',
    }),
  );
});
