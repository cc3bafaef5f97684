import { type OperationKind, type Side, USED_SHARE } from './piece';

/** One of a yarn's own pieces in an operation; net, in standard air where the room is known; null where not weighed. */
export interface TreatedShare {
  pieceId: number;
  side: Side;
  massG: number | null;
}

/** An operation that holds. */
export interface TreatedStep {
  operationId: number;
  kind: OperationKind;
  parts: readonly TreatedShare[];
  /** Thrown away or put into ties. */
  asideG: number;
}

/**
 * What treatments have made of pieces' masses: grams there are now for each gram before water or dye. A piece that was
 * never treated has 1, and so has one of which nobody knows.
 */
export interface TreatedMasses {
  /** By piece, as it is now or was last. */
  now: ReadonlyMap<number, number>;
  /** As a piece was in an operation, after it. */
  after: (operationId: number, pieceId: number) => number;
}

/** More than this is still wet; less than this cannot have been washed out: some of it was used without a word. */
const DRY_AT_MOST = 1.05;
const LEAST_REMAINING = 0.7;

interface Book {
  factor: number;
  massG: number | null;
  /** What it weighed, and by which factor, before the treatment whose weighings are still coming in. */
  before: { massG: number | null; factor: number } | null;
  /** Found dry, or not heavier than a dry one: from now on only the air changes it, until some of it is used. */
  settled: boolean;
}

/**
 * Follows what water and dye did to the mass of each piece, so that its length can stay what it was: washed from 100 g to
 * 96.5 g, there are as many metres in fewer grams. Every weighing since a treatment changes the mass only, until some of
 * it was cut or used; what is made of a treated piece is as it was.
 *
 * @param steps that hold, oldest first
 * @example
 * treatedMasses([
 *   { operationId: 1, kind: 'receive', asideG: 0, parts: [{ pieceId: 1, side: 'out', massG: 100 }] },
 *   { operationId: 2, kind: 'wash', asideG: 0, parts: [{ pieceId: 1, side: 'on', massG: null }] },
 *   { operationId: 3, kind: 'dry', asideG: 0, parts: [{ pieceId: 1, side: 'on', massG: 96.5 }] },
 * ]).now.get(1) // => 0.965
 */
export function treatedMasses(steps: readonly TreatedStep[]): TreatedMasses {
  const books = new Map<number, Book>();
  const after = new Map<string, number>();
  for (const step of steps) {
    if (step.parts.every(({ side }) => side === 'on'))
      for (const part of step.parts)
        books.set(part.pieceId, followed(bookOf(books, part.pieceId), step.kind, part.massG));
    else turned(step, books);
    for (const { pieceId } of step.parts) after.set(`${step.operationId} ${pieceId}`, bookOf(books, pieceId).factor);
  }
  return {
    now: new Map([...books].map(([pieceId, { factor }]) => [pieceId, factor])),
    after: (operationId, pieceId) => after.get(`${operationId} ${pieceId}`) ?? 1,
  };
}

const bookOf = (books: ReadonlyMap<number, Book>, pieceId: number): Book =>
  books.get(pieceId) ?? { factor: 1, massG: null, before: null, settled: false };

function followed(book: Book, kind: OperationKind, massG: number | null): Book {
  if (kind === 'wash' || kind === 'dye') {
    const before = book.before && !book.settled ? book.before : { massG: book.massG, factor: book.factor };
    const wet: Book = { ...book, before, settled: false };
    return massG === null ? wet : weighed(wet, massG, false);
  }
  if (kind === 'use' || kind === 'write off') return { ...book, massG: massG ?? book.massG, before: null };
  if (massG === null) return book;
  return weighed(book, massG, kind === 'dry');
}

function weighed(book: Book, massG: number, isDry: boolean): Book {
  const { before } = book;
  if (!before || before.massG === null) return { ...book, massG, before: null };
  const ratio = massG / before.massG;
  const used = book.settled ? massG < USED_SHARE * book.massG! : ratio < LEAST_REMAINING;
  if (used) return { ...book, massG, before: null };
  return { ...book, massG, factor: before.factor * ratio, settled: isDry || book.settled || ratio <= DRY_AT_MOST };
}

/** What turns pieces into pieces. */
function turned({ parts, asideG }: TreatedStep, books: Map<number, Book>): void {
  const on = (side: Side) => parts.filter((part) => part.side === side);
  const ins = on('in').map(({ pieceId, massG }) => ({ ...bookOf(books, pieceId), weighedG: massG }));
  const outs = on('out');
  const factor = together(ins) * stillDrying(ins, outs, asideG);
  for (const { pieceId, massG } of outs) books.set(pieceId, { factor, massG, before: null, settled: false });
}

/** Several that became one: as many grams now as they were before, together. */
function together(ins: readonly Book[]): number {
  if (ins.length === 0) return 1;
  const known = ins.filter(({ massG }) => massG !== null);
  if (known.length < ins.length) return ins.reduce((sum, { factor }) => sum + factor, 0) / ins.length;
  const massG = known.reduce((sum, each) => sum + each.massG!, 0);
  return massG / known.reduce((sum, each) => sum + each.massG! / each.factor, 0);
}

/** What came out of water and was wound before anybody weighed it: what was made of it tells what the water took. */
function stillDrying(ins: readonly Book[], outs: readonly TreatedShare[], asideG: number): number {
  const [only] = ins;
  if (ins.length !== 1 || !only?.before || only.settled || only.before.massG === null || only.massG === null) return 1;
  if (only.factor !== only.before.factor || outs.some(({ massG }) => massG === null)) return 1;
  const ratio = (outs.reduce((sum, { massG }) => sum + massG!, 0) + asideG) / only.before.massG;
  return ratio >= LEAST_REMAINING && ratio <= DRY_AT_MOST ? ratio : 1;
}
