import { InputError } from '../common/inputError';

/** How wide the rows of something are that is knitted or crocheted, as far as the maker knows. */
export type RowPattern =
  /** All alike; how many stitches, where that is said. */
  | { kind: 'even'; stitches: number | null }
  /** The first is so wide, and after every so many rows it is so many stitches more (or fewer, below zero). */
  | { kind: 'stepped'; stitches: number; change: number; every: number }
  /** Row by row, as a pattern lists them. */
  | { kind: 'chart'; text: string }
  /** They grow or shrink steadily, nobody says by how much: the weighings tell. */
  | { kind: 'unknown' };

/** More rows than this nobody makes of one thing. */
export const MOST_ROWS = 5000;
const MOST_STITCHES = 5000;

/** The rows of a pattern, summed up: what has been worked once so many of them are done. */
export interface RowSums {
  /** Rows that there are, or that may be worked. */
  rows: number;
  /** For each measure of a row, its sum over the rows up to each: stitches; or rows, and how far along each of them is. */
  through: Float64Array[];
  /** Stitches of a row from 1, where they are known. */
  stitchesIn(row: number): number | null;
}

/**
 * What a pattern's rows sum up to. Rows of unknown growth have two measures: one each, and their own number, in hundreds.
 *
 * @throws InputError at `text` where a chart cannot be read
 * @example
 * rowSums({ kind: 'stepped', stitches: 3, change: 2, every: 2 }).through[0][4] // => 16
 * @example
 * rowSums({ kind: 'stepped', stitches: 60, change: -4, every: 2 }).rows // => 30
 */
export function rowSums(pattern: RowPattern): RowSums {
  switch (pattern.kind) {
    case 'even':
      return summedUp(MOST_ROWS, [() => 1], () => pattern.stitches);
    case 'unknown':
      return summedUp(MOST_ROWS, [() => 1, (row) => row / 100], () => null);
    case 'stepped': {
      const { stitches, change, every } = pattern;
      const width = (row: number) => stitches + change * Math.floor((row - 1) / every);
      const rows = change < 0 ? every * Math.ceil(stitches / -change) : MOST_ROWS;
      return summedUp(Math.min(rows, MOST_ROWS), [width], width);
    }
    case 'chart': {
      const widths = parseChart(pattern.text, 'text');
      const width = (row: number) => widths[row - 1]!;
      return summedUp(widths.length, [width], width);
    }
  }
}

function summedUp(
  rows: number,
  measures: ((row: number) => number)[],
  stitchesIn: (row: number) => number | null,
): RowSums {
  const through = measures.map((measure) => {
    const sums = new Float64Array(rows + 1);
    for (let row = 1; row <= rows; row++) sums[row] = sums[row - 1]! + measure(row);
    return sums;
  });
  return { rows, through, stitchesIn };
}

/** A number of stitches, a sign for times, a bracket, or what parts them. */
const TOKEN = /\s*(?:(\d+)|([x×*])|([()])|[,;])/y;

/**
 * Reads the stitches of each row as they are typed or pasted: "63, 65, 67", "120 x 40" for forty rows of 120, and
 * "(12 14) x 10" for what is repeated.
 *
 * @throws InputError at `path`
 * @example
 * parseChart('3, 5, (6 8) x 2, 10 x 3', 'rows') // => [3, 5, 6, 8, 6, 8, 10, 10, 10]
 */
export function parseChart(text: string, path: string): number[] {
  const tokens = tokensOf(text, path);
  const { rows, end } = rowsFrom(tokens, 0, 0, path);
  if (end < tokens.length) throw new InputError('a bracket is closed that was not opened', path);
  if (rows.length === 0) throw new InputError('say how many stitches each row has', path);
  return rows;
}

/** Repeats within repeats no deeper than this. */
const DEEPEST = 5;

/** The rows from a token on, to where the bracket that they stand in is closed. */
function rowsFrom(
  tokens: readonly Token[],
  start: number,
  depth: number,
  path: string,
): { rows: number[]; end: number } {
  if (depth > DEEPEST) throw new InputError('too many brackets, one in another', path);
  const rows: number[] = [];
  let at = start;
  while (at < tokens.length && tokens[at] !== ')') {
    const group = groupAt(tokens, at, depth, path);
    const { times, end } = timesAt(tokens, group.end, path);
    // Looked at before it is laid out.
    if (rows.length + group.rows.length * times > MOST_ROWS) throw new InputError(`at most ${MOST_ROWS} rows`, path);
    for (let i = 0; i < times; i++) rows.push(...group.rows);
    at = end;
  }
  return { rows, end: at };
}

/** One row, or those in brackets. */
function groupAt(tokens: readonly Token[], at: number, depth: number, path: string): { rows: number[]; end: number } {
  const token = tokens[at];
  if (token === '(') {
    const { rows, end } = rowsFrom(tokens, at + 1, depth + 1, path);
    if (tokens[end] !== ')') throw new InputError('a bracket is not closed', path);
    return { rows, end: end + 1 };
  }
  if (typeof token !== 'number') throw new InputError('write it like 63, 65, 67 x 10 or (12 14) x 10', path);
  if (token < 1 || token > MOST_STITCHES) throw new InputError(`a row has 1 to ${MOST_STITCHES} stitches`, path);
  return { rows: [token], end: at + 1 };
}

/** How many times what stands before it is worked: once, where nothing is said. */
function timesAt(tokens: readonly Token[], at: number, path: string): { times: number; end: number } {
  if (tokens[at] !== 'x') return { times: 1, end: at };
  const times = tokens[at + 1];
  if (typeof times !== 'number' || times < 1) throw new InputError('say how many times after the x', path);
  return { times, end: at + 2 };
}

type Token = number | 'x' | '(' | ')';

function tokensOf(text: string, path: string): Token[] {
  const tokens: Token[] = [];
  const trimmed = text.trim();
  for (let at = 0; at < trimmed.length;) {
    TOKEN.lastIndex = at;
    const found = TOKEN.exec(trimmed);
    if (!found) throw new InputError(`cannot read “${trimmed.slice(at, at + 12).trim()}”`, path);
    const [all, number, times, bracket] = found;
    if (number) tokens.push(Number(number));
    if (times) tokens.push('x');
    if (bracket) tokens.push(bracket === '(' ? '(' : ')');
    at += all.length;
  }
  return tokens;
}
