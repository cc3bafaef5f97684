import Papa from 'papaparse';

export interface CsvRow {
  /** Where it begins, counted from 1 as an editor does. */
  line: number;
  cells: string[];
}

/** A row that was read; with a quote in it that is not closed as it should be, or never, its cells are not to be trusted. */
export type FoundCsvRow = CsvRow & { quotes: 'closed' | 'astray' | 'open' };

/**
 * Reads comma-separated values row by row, those without a word in them left out. Commas, semicolons and tabs part cells,
 * unless one of them is said to; quotes hold a cell together.
 *
 * @param read is given each row, and what ends the reading before the text does
 */
export function eachCsvRow(text: string, read: (row: FoundCsvRow, stop: () => void) => void, delimiter = ''): void {
  const lines = lineCounter(text);
  let start = 0;
  Papa.parse<string[]>(text, {
    delimiter,
    step: ({ data: cells, errors, meta }, parser) => {
      const line = lines(start);
      start = meta.cursor;
      const wrong = errors.find(({ type }) => type === 'Quotes');
      if (!wrong && cells.every((cell) => cell.trim() === '')) return;
      const quotes = !wrong ? 'closed' : wrong.code === 'MissingQuotes' ? 'open' : 'astray';
      read({ line, cells, quotes }, () => parser.abort());
    },
  });
}

export const WRONG_QUOTES = 'a quote is opened here and not closed as it should be';

/** The line that a place in a text lies in. */
export function lineAt(text: string, at: number): number {
  return lineCounter(text)(at);
}

/** Tells the line of a place in the text; asked for ever later places, it reads the text once. */
function lineCounter(text: string): (at: number) => number {
  let line = 1;
  let read = 0;
  return (at) => {
    for (; read < at; read++) if (text[read] === '\n' || (text[read] === '\r' && text[read + 1] !== '\n')) line++;
    return line;
  };
}
