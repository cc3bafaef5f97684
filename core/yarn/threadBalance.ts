import type { OperationKind, Side } from './piece';

/** One of a yarn's own pieces in an operation. */
export interface BalanceShare {
  pieceId: number;
  side: Side;
  /** Net; null where it was not weighed then. */
  massG: number | null;
  from: 'scale' | 'band' | null;
  /** The scale's step; 0 for a band. */
  resolutionG: number;
  /** What that mass is to be multiplied by to have it in standard air; null where nobody looked at the room. */
  airFactor: number | null;
}

/** An operation that holds, as far as masses go. */
export interface BalanceStep {
  operationId: number;
  kind: OperationKind;
  parts: readonly BalanceShare[];
  wasteG: number;
  tiesG: number;
}

/** Where yarn went that somebody took away. */
export const CONSUMPTIONS = ['used', 'written off', 'plied', 'waste', 'ties'] as const;
export type Consumption = (typeof CONSUMPTIONS)[number];

/**
 * What makes two weighings differ though nobody took anything away: the band had promised otherwise; washing or dyeing;
 * the air of the room; the scales' own steps; and what none of these explains.
 */
export const DIFFERENCES = ['band', 'washed', 'air', 'scales', 'unexplained'] as const;
export type Difference = (typeof DIFFERENCES)[number];

/** Where all of a yarn has gone. What came in is what is there, what went, and what differs, to the last milligram. */
export interface ThreadBalance {
  cameInG: number;
  thereG: number;
  consumedG: Record<Consumption, number>;
  /** Below zero: it became heavier. */
  differsG: Record<Difference, number>;
  /** Each step that the scales cannot account for, oldest first; below zero, there was too much. */
  unexplained: { operationId: number; kind: OperationKind; missingG: number; withinG: number }[];
  /** Pieces that are there and that nobody ever weighed. */
  notWeighed: number;
}

/** What is known of a piece's mass at one moment. */
interface Book {
  massG: number;
  from: 'scale' | 'band' | 'estimated';
  resolutionG: number;
  airFactor: number | null;
  /** Put into water or dye since. */
  wet: boolean;
}

/** Guards sums of tenths against the last bit of a float. */
const FLOAT_SLACK_G = 1e-6;

/**
 * Follows the mass of a yarn through everything that was done with it, and names what became of each gram.
 *
 * A piece that was not weighed when it was made has the mass of its first weighing since, if nothing was done with it
 * in between; failing that, what the others leave over.
 *
 * @param steps that hold, oldest first
 * @example
 * threadBalance([
 *   { operationId: 1, kind: 'receive', wasteG: 0, tiesG: 0, parts: [{ pieceId: 1, side: 'out', massG: 98, from: 'scale', resolutionG: 1, airFactor: null }] },
 *   { operationId: 2, kind: 'use', wasteG: 0, tiesG: 0, parts: [{ pieceId: 1, side: 'on', massG: 40, from: 'scale', resolutionG: 1, airFactor: null }] },
 * ]).consumedG.used // => 58
 */
export function threadBalance(steps: readonly BalanceStep[]): ThreadBalance {
  const balance: ThreadBalance = {
    cameInG: 0,
    thereG: 0,
    consumedG: { used: 0, 'written off': 0, plied: 0, waste: 0, ties: 0 },
    differsG: { band: 0, washed: 0, air: 0, scales: 0, unexplained: 0 },
    unexplained: [],
    notWeighed: 0,
  };
  const books = new Map<number, Book | null>();
  steps.forEach((step, at) => {
    const weighedLater = (pieceId: number) => firstWeighing(steps, at, pieceId);
    if (step.parts.every(({ side }) => side === 'on')) follow(step, books, balance);
    else turn(step, books, balance, weighedLater);
  });
  for (const book of books.values()) {
    if (book) balance.thereG += book.massG;
    else balance.notWeighed++;
  }
  return balance;
}

/** What is done to a piece that stays itself. */
function follow(step: BalanceStep, books: Map<number, Book | null>, balance: ThreadBalance): void {
  for (const part of step.parts) {
    const book = books.get(part.pieceId);
    // Not of this yarn's story, as of one that was merged away.
    if (book === undefined) continue;
    if (part.massG === null) {
      if (book && (step.kind === 'wash' || step.kind === 'dye')) books.set(part.pieceId, { ...book, wet: true });
      continue;
    }
    const now = bookOf(part);
    books.set(part.pieceId, now && { ...now, wet: step.kind === 'wash' || step.kind === 'dye' });
    if (!book) balance.cameInG += part.massG;
    else if (step.kind === 'use') balance.consumedG.used += book.massG - part.massG;
    else if (step.kind === 'write off') balance.consumedG['written off'] += book.massG - part.massG;
    else differ(step, [book], [now!], book.massG - part.massG, balance);
  }
}

/** What turns pieces into pieces, or into nothing of this yarn. */
function turn(
  step: BalanceStep,
  books: Map<number, Book | null>,
  balance: ThreadBalance,
  weighedLater: (pieceId: number) => Book | null,
): void {
  const on = (side: Side) => step.parts.filter((part) => part.side === side);
  const before = on('in').map((part) => {
    const book = books.get(part.pieceId);
    books.delete(part.pieceId);
    // Weighed as it went in, for the first time.
    const first = book ? null : bookOf(part);
    if (first) balance.cameInG += first.massG;
    return book ?? first;
  });
  const after = on('out').map((part) => bookOf(part) ?? weighedLater(part.pieceId));
  const beforeG = sum(before);
  const afterG = sum(after);
  const asideG = step.wasteG + step.tiesG;
  const outs = on('out').map(({ pieceId }) => pieceId);

  if (before.length === 0) {
    balance.cameInG += afterG;
    outs.forEach((id, i) => books.set(id, after[i]!));
    return;
  }
  balance.consumedG.waste += step.wasteG;
  balance.consumedG.ties += step.tiesG;
  const remainingG = beforeG - afterG - asideG;
  if (step.kind === 'use') balance.consumedG.used += remainingG;
  else if (step.kind === 'write off') balance.consumedG['written off'] += remainingG;
  else if (step.kind === 'ply') balance.consumedG.plied += remainingG;
  // More came out than was known to go in: that is what the unknown ones weighed.
  else if (remainingG < 0 && before.includes(null)) balance.cameInG -= remainingG;
  else if (remainingG >= 0 && after.includes(null)) {
    // Those that nobody weighed share what the others leave.
    const shareG = remainingG / after.filter((book) => book === null).length;
    after.forEach((book, i) => {
      after[i] = book ?? { massG: shareG, from: 'estimated', resolutionG: 0, airFactor: null, wet: isWet(before) };
    });
  } else differ(step, known(before), known(after), remainingG, balance);
  outs.forEach((id, i) => books.set(id, after[i]!));
}

/** Names what made the difference, by what is known of both sides. */
function differ(
  { operationId, kind }: BalanceStep,
  before: readonly Book[],
  after: readonly Book[],
  missingG: number,
  balance: ThreadBalance,
): void {
  const { differsG } = balance;
  if (before.some(({ from }) => from === 'band') && missingG !== 0) {
    differsG.band += missingG;
    return;
  }
  if (isWet(before)) {
    differsG.washed += missingG;
    return;
  }
  const airG = throughTheAirG(before, after);
  const restG = missingG - airG;
  differsG.air += airG;
  const withinG = [...before, ...after].reduce((total, { resolutionG }) => total + resolutionG / 2, 0);
  if (Math.abs(restG) <= withinG + FLOAT_SLACK_G) {
    differsG.scales += restG;
    return;
  }
  differsG.unexplained += restG;
  balance.unexplained.push({ operationId, kind, missingG: restG, withinG });
}

/** What the same yarn lost to a drier room; nothing where one of the rooms is not known. */
function throughTheAirG(before: readonly Book[], after: readonly Book[]): number {
  if (after.length === 0 || [...before, ...after].some(({ airFactor }) => airFactor === null)) return 0;
  const beforeG = sum(before);
  const standardG = before.reduce((total, { massG, airFactor }) => total + massG * airFactor!, 0);
  const afterG = sum(after);
  const afterFactor = after.reduce((total, { massG, airFactor }) => total + massG * airFactor!, 0) / afterG;
  return beforeG - standardG / afterFactor;
}

/** The mass that a piece turned out to have, where nothing was done with it until it was weighed. */
function firstWeighing(steps: readonly BalanceStep[], made: number, pieceId: number): Book | null {
  for (const { kind, parts } of steps.slice(made + 1)) {
    const part = parts.find((each) => each.pieceId === pieceId);
    if (!part) continue;
    if (kind === 'wash' || kind === 'dye') return null;
    if ((kind === 'use' || kind === 'write off') && part.side === 'on') return null;
    if (part.massG !== null || part.side === 'in') return bookOf(part);
  }
  return null;
}

function bookOf({ massG, from, resolutionG, airFactor }: BalanceShare): Book | null {
  return massG === null || from === null ? null : { massG, from, resolutionG, airFactor, wet: false };
}

const known = (books: readonly (Book | null)[]): Book[] => books.filter((book) => book !== null);

const isWet = (books: readonly (Book | null)[]): boolean => books.some((book) => book?.wet);

function sum(books: readonly (Book | null)[]): number {
  return books.reduce((total, book) => total + (book?.massG ?? 0), 0);
}
