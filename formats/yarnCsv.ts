import { BAND_FIELDS } from '../core/yarn/band';
import { InputError } from '../core/common/inputError';
import { type CsvRow, eachCsvRow, lineAt, WRONG_QUOTES } from './csv';

/** A list of yarns as comma-separated values: read into lines and cells, and its columns told apart by their heads. */

const { careSymbols: _symbols, ...BAND } = BAND_FIELDS;

/** What a column may hold: the fields of a band, and what there is of the yarn. Also the other names of each. */
export const CSV_FIELDS = {
  ...BAND,
  form: { label: 'Form', also: ['as a', 'type', 'kind', 'put up as'] },
  count: {
    label: 'How many',
    also: ['count', 'quantity', 'number', 'qty', 'balls', 'skeins', 'pieces', 'amount', 'stock'],
  },
  masses: { label: 'On the scale', also: ['weighed', 'masses', 'weights', 'total weight', 'measured'] },
  loop: { label: 'Hank circumference', also: ['once round', 'loop', 'circumference'] },
} as const satisfies Record<string, { label: string; also: readonly string[] }>;

export type CsvField = keyof typeof CSV_FIELDS;
export const CSV_FIELD_NAMES = Object.keys(CSV_FIELDS) as CsvField[];

export const LARGEST_CSV_BYTES = 16 * 1024 * 1024;
export const MOST_CSV_ROWS = 20_000;

export type CsvEncoding = 'UTF-8' | 'UTF-16' | 'Windows-1252';

export interface CsvTable {
  header: string[];
  rows: CsvRow[];
  /** Lines that cannot be read as cells. They are not among the rows. */
  problems: { line: number; message: string }[];
}

/**
 * The text of an uploaded list. Where it is not Unicode it is taken for the Western letters that spreadsheets write.
 *
 * @throws InputError where it is no text at all, or too large
 */
export function decodeCsv(bytes: Uint8Array): { text: string; encoding: CsvEncoding } {
  if (bytes.length > LARGEST_CSV_BYTES)
    throw new InputError(`this list is too large: at most ${LARGEST_CSV_BYTES / 1024 / 1024} MB`, 'file');
  const utf16 = (bytes[0] === 0xff && bytes[1] === 0xfe) || (bytes[0] === 0xfe && bytes[1] === 0xff);
  if (utf16) return checked(new TextDecoder(bytes[0] === 0xff ? 'utf-16le' : 'utf-16be').decode(bytes), 'UTF-16');
  try {
    return checked(new TextDecoder('utf-8', { fatal: true }).decode(bytes), 'UTF-8');
  } catch (error) {
    if (error instanceof InputError) throw error;
    return checked(new TextDecoder('windows-1252').decode(bytes), 'Windows-1252');
  }
}

function checked(text: string, encoding: CsvEncoding): { text: string; encoding: CsvEncoding } {
  const at = text.search(/[\u0000-\u0008\u000e-\u001a]/);
  if (at >= 0) throw new InputError(`this is not a list in text: line ${lineAt(text, at)} holds no letters`, 'file');
  return { text, encoding };
}

/**
 * Reads a list into its head and its rows. Commas, semicolons and tabs part cells; quotes hold them together.
 *
 * @throws InputError where there is no head, or more rows than are taken in
 */
export function readCsv(text: string): CsvTable {
  const table: CsvTable = { header: [], rows: [], problems: [] };
  let broken = false;
  eachCsvRow(text, ({ line, cells, quotes }, stop) => {
    if (quotes !== 'closed') {
      table.problems.push({ line, message: WRONG_QUOTES });
      broken ||= quotes === 'open';
      return;
    }
    const trimmed = cells.map((cell) => cell.trim());
    if (table.header.length === 0) {
      table.header = trimmed;
      return;
    }
    if (trimmed.slice(table.header.length).some((cell) => cell !== '')) {
      const message = `${trimmed.length} cells, but only ${table.header.length} columns`;
      table.problems.push({ line, message });
      return;
    }
    if (table.rows.length === MOST_CSV_ROWS) {
      stop();
      const most = MOST_CSV_ROWS.toLocaleString('en-GB');
      throw new InputError(`at most ${most} yarns at once; split the list before line ${line}`, 'file');
    }
    table.rows.push({ line, cells: trimmed });
  });
  if (table.header.length === 0 || (broken && table.rows.length === 0 && table.header.length < 2))
    throw new InputError('this list is empty: its first line should name the columns, the others the yarns', 'file');
  return table;
}

/** What each column holds, as far as its head tells; each field once, the others empty. */
export function matchColumns(header: readonly string[]): (CsvField | '')[] {
  const taken = new Set<CsvField>();
  const plain = header.map((head) =>
    head
      .toLowerCase()
      .replace(/\(.*\)|\[.*\]/g, '')
      .replace(/[_-]/g, ' ')
      .trim(),
  );
  const match = (fits: (field: CsvField, head: string) => boolean, known: (CsvField | '')[]) =>
    plain.map((head, i) => {
      if (known[i]) return known[i];
      const field = CSV_FIELD_NAMES.find((name) => !taken.has(name) && fits(name, head));
      if (field) taken.add(field);
      return field ?? '';
    });
  const byLabel = match(
    (field, head) => head === CSV_FIELDS[field].label.toLowerCase(),
    plain.map(() => ''),
  );
  return match((field, head) => (CSV_FIELDS[field].also as readonly string[]).includes(head), byLabel);
}

/** A unit that stands in a column's head, "mass (g)", goes for every bare number beneath it. */
export function unitInHead(head: string): string {
  const unit = /[([]\s*(g|oz|kg|lb|m|yd|yards|cm|in|mm|t\/m|tpi)\s*[)\]]/i.exec(head)?.[1];
  if (unit) return unit.toLowerCase();
  const bare = /^(grams|metres|meters|yards|g|m|yd|tpi|t\/m)$/i.exec(head.trim())?.[1]?.toLowerCase();
  return bare ? ({ grams: 'g', metres: 'm', meters: 'm', yards: 'yd' }[bare] ?? bare) : '';
}

/** Would a spreadsheet calculate this cell? Here it is only ever text. */
export function looksLikeFormula(cell: string): boolean {
  return /^[=@\t\r]|^[+-](?!\s*\d[\d.,\s]*$)/.test(cell);
}
