import Papa from 'papaparse';
import { z } from 'zod';
import { InputError } from '../core/common/inputError';
import { eachCsvRow, WRONG_QUOTES } from './csv';

/**
 * Tables as comma-separated values, for spreadsheets and other programs. The first line names the columns; a decimal
 * point, times in UTC (ISO 8601), lists of numbers with semicolons; nothing between two commas: not known.
 */

const text = z.string();
const number = z
  .string()
  .regex(/^\s*-?\d+(\.\d+)?(e[+-]?\d+)?\s*$/)
  .transform(Number);
const orNothing = <T extends z.ZodType>(schema: T) => z.union([z.literal('').transform(() => null), schema]);
const orZero = z.union([z.literal('').transform(() => 0), number]);
const id = number.pipe(z.int().positive());
const flag = z.enum(['yes', 'no']).transform((word) => word === 'yes');
const ids = z
  .string()
  .transform((list) => (list === '' ? [] : list.split(';')))
  .pipe(z.array(id));

/** Each table's columns: what they hold, and how they are read. */
export const CSV_TABLES = {
  pieces: {
    piece_id: { about: 'the piece’s number', read: id },
    yarn_id: { about: 'the number of its yarn', read: id },
    yarn: { about: 'what its yarn is called', read: text },
    label: { about: 'what it is called: "Cake 2"', read: text },
    form: { about: 'hank, cake, ball, mini skein, cone, bobbin or shop skein', read: text },
    loop_cm: { about: 'once round, of a hank', read: orNothing(number) },
    mass_g: { about: 'net, as it is known now', read: orNothing(number) },
    mass_from: { about: 'scale or band', read: text },
    scale_step_g: { about: 'the step of the scale', read: orNothing(number) },
    weighed_at: { about: 'when that was', read: text },
    made_by: { about: 'the operation that made it', read: id },
    used_up_by: { about: 'the operation that used it up', read: orNothing(id) },
  },
  weighings: {
    operation_id: { about: 'the entry’s number', read: id },
    at: { about: 'when', read: text },
    piece_id: { about: 'the piece’s number', read: id },
    mass_g: { about: 'net', read: number },
    tare_g: { about: 'a bowl or bag that was taken off', read: orZero },
    scale_step_g: { about: 'the step of the scale', read: number },
    humidity_percent: { about: 'of the room', read: orNothing(number) },
    note: { about: 'what was noted', read: text },
    undone: { about: 'yes or no', read: flag },
  },
  operations: {
    operation_id: { about: 'the entry’s number', read: id },
    kind: { about: 'receive, wind, split, weigh, wash, use and so on', read: text },
    at: { about: 'when', read: text },
    pieces_in: { about: 'pieces that it used up', read: ids },
    pieces_out: { about: 'pieces that it made', read: ids },
    pieces_on: { about: 'pieces that went through it', read: ids },
    mass_in_g: { about: 'of those used up, all together', read: orNothing(number) },
    mass_out_g: { about: 'of those made, all together', read: orNothing(number) },
    waste_g: { about: 'cut off and thrown away', read: number },
    ties_g: { about: 'gone into ties', read: number },
    note: { about: 'what was noted', read: text },
    undone: { about: 'yes or no', read: flag },
    undoes: { about: 'the entry that it undoes', read: orNothing(id) },
  },
} as const satisfies Record<string, Record<string, { about: string; read: z.ZodType }>>;

export type CsvTableName = keyof typeof CSV_TABLES;
export const CSV_TABLE_NAMES = Object.keys(CSV_TABLES) as CsvTableName[];

/** A row as it is read, and the line that it begins in. */
export type CsvRowOf<Name extends CsvTableName> = { line: number } & {
  [Column in keyof (typeof CSV_TABLES)[Name]]: (typeof CSV_TABLES)[Name][Column] extends { read: infer Read }
    ? z.output<Read & z.ZodType>
    : never;
};

type Cell = string | number | boolean | null | readonly number[];

/**
 * What a spreadsheet would take for a formula: an apostrophe before it makes it a word. What has such apostrophes itself
 * gets one more, so that it is read back as it was.
 */
const FORMULA = /^'*[=+\-@\t\r]/;
const GUARDED = /^'+[=+\-@\t\r]/;

/**
 * A table as text, line by line.
 *
 * @example
 * [...csvLines('pieces', [])][0].startsWith('piece_id,yarn_id') // => true
 */
export function* csvLines(
  table: string,
  rows: Iterable<Readonly<Record<string, Cell>>>,
  columns = columnsOf(table),
): Generator<string> {
  yield line(columns);
  for (const row of rows) yield line(columns.map((column) => cell(row[column] ?? null)));
}

const columnsOf = (table: string): string[] => Object.keys(CSV_TABLES[table as CsvTableName]);

const line = (cells: readonly string[]): string => `${Papa.unparse([cells as string[]])}\r\n`;

function cell(value: Cell): string {
  if (value === null) return '';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') return String(value);
  if (typeof value === 'string') return FORMULA.test(value) ? `'${value}` : value;
  return value.join(';');
}

/**
 * Reads such a table back.
 *
 * @throws InputError with the line and the column that cannot be read
 */
export function readCsvOf<Name extends CsvTableName>(table: Name, given: string): CsvRowOf<Name>[] {
  const text = given.replace(/^\uFEFF/, '');
  // By the header alone, whose words hold none of them: a note full of tabs must not make tabs the rule.
  const delimiter = [',', ';', '\t'].find((each) => /^[^\r\n]*/.exec(text)![0].includes(each)) ?? ',';
  const schema: Record<string, { read: z.ZodType }> = CSV_TABLES[table];
  const columns = Object.keys(schema);
  const rows: CsvRowOf<Name>[] = [];
  let header: string[] | null = null;
  eachCsvRow(
    text,
    ({ line, cells, quotes }) => {
      if (quotes !== 'closed') throw new InputError(WRONG_QUOTES, `line ${line}`);
      header ??= headerOf(cells, columns, line);
      if (cells === header) return;
      const row = columns.map((column) => [column, read(cells[header!.indexOf(column)] ?? '', column, line)]);
      rows.push({ line, ...Object.fromEntries(row) } as CsvRowOf<Name>);
    },
    delimiter,
  );
  if (!header) headerOf([], columns, 1);
  return rows;

  function read(raw: string, column: string, line: number): unknown {
    const { success, data } = schema[column]!.read.safeParse(GUARDED.test(raw) ? raw.slice(1) : raw);
    if (success) return data;
    const what = raw.trim() === '' ? `${column} is empty` : `“${raw}” cannot be read as ${column}`;
    throw new InputError(what, `line ${line}, ${column}`);
  }
}

function headerOf(cells: string[], columns: readonly string[], line: number): string[] {
  const missing = columns.find((column) => !cells.includes(column));
  if (missing) throw new InputError(`the column ${missing} is missing`, `line ${line}`);
  return cells;
}
