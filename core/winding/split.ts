import type { ColourAlong } from '../yarn/coloursAlong';
import type { Fault } from '../yarn/faults';
import { type CutAt, type MatchedPart, matchedParts } from './matchedParts';
import { InputError } from '../common/inputError';
import { requirePositive } from '../common/require';
import { parseAmount, parseNumber, type UnitSystem } from '../common/units';

/** Into what a piece is to be wound. */
export type Split =
  /** So many cakes of the same size. */
  | { by: 'equal'; cakes: number }
  /** For the pieces of a project: two sleeves and a body. What is over becomes a cake of its own or is shared out. */
  | { by: 'pieces'; pieces: readonly WantedPiece[]; over: 'own cake' | 'shared' }
  /** Cakes of one size, as many as there are; the last takes what is over. */
  | { by: 'size'; massG: number }
  /** So many that begin at the same place of the colour repeat; see `matchedParts`. */
  | { by: 'matched'; name: string; count: number; massG: number; begin: number | null };

export interface WantedPiece {
  name: string;
  count: number;
  /** Of each. */
  massG: number;
}

/** One part of a split: what it is for, and how much of the yarn it gets. */
export interface SplitPart {
  name: string;
  massG: number;
  /** The change of colour that its end is found by. */
  cutAt?: CutAt;
}

/** A split as it is typed: amounts in grams or metres, in any unit. */
export type TypedSplit =
  | { by: 'equal'; cakes: number }
  | { by: 'pieces'; pieces: readonly { name: string; count: string; amount: string }[]; over: 'own cake' | 'shared' }
  | { by: 'size'; size: string }
  | { by: 'matched'; name: string; count: string; amount: string; begin: number | null };

/**
 * Reads a split as it was typed. Amounts in metres become grams by the yarn's grist.
 *
 * @throws InputError at the field, under `split`
 * @example
 * readSplit({ by: 'size', size: '150 m' }, 3, 'metric') // => { by: 'size', massG: 50 }
 */
export function readSplit(typed: TypedSplit, gristMPerG: number, system: UnitSystem): Split {
  const massOf = (text: string, path: string): number => {
    const amount = parseAmount(text, system, path);
    return 'grams' in amount ? amount.grams : amount.metres / gristMPerG;
  };
  switch (typed.by) {
    case 'equal':
      return typed;
    case 'size':
      return { by: 'size', massG: massOf(typed.size, 'split.size') };
    case 'matched':
      return {
        by: 'matched',
        name: typed.name.trim(),
        count: typed.count.trim() === '' ? 2 : parseNumber(typed.count, 'split.count'),
        massG: massOf(typed.amount, 'split.amount'),
        begin: typed.begin,
      };
    case 'pieces':
      return {
        by: 'pieces',
        over: typed.over,
        pieces: typed.pieces.map(({ name, count, amount }, i) => ({
          name: name.trim(),
          count: count.trim() === '' ? 1 : parseNumber(count, `split.pieces.${i}.count`),
          massG: massOf(amount, `split.pieces.${i}.amount`),
        })),
      };
  }
}

/** More parts than this are a slip of the finger. */
const MOST_PARTS = 99;

/** Less than this is an end, not a cake. */
const SMALLEST_CAKE_G = 1;

/** What is not asked of it: how its colours lie. */
const NO_STRAND = { gristMPerG: 1, colours: [], worked: 'centre' } as const;

/**
 * The parts of a split, in the order of winding.
 *
 * @param strand its colours, for parts that begin alike
 * @param path of the split in the caller's own input, for errors
 * @throws InputError where more is wanted than there is, or where a part is nothing
 * @example
 * splitParts(200, { by: 'pieces', pieces: [{ name: 'sleeve', count: 2, massG: 40 }], over: 'own cake' }) // => [{ name: 'sleeve 1', massG: 40 }, { name: 'sleeve 2', massG: 40 }, { name: 'what is over', massG: 120 }]
 * @example
 * splitParts(90, { by: 'equal', cakes: 2 }) // => [{ name: '', massG: 45 }, { name: '', massG: 45 }]
 */
export function splitParts(totalG: number, split: Split, strand: Strand = NO_STRAND, path = 'split'): SplitPart[] {
  requirePositive(totalG, 'massG');
  switch (split.by) {
    case 'equal':
      return equalParts(totalG, split.cakes, `${path}.cakes`);
    case 'size':
      return partsOfSize(totalG, requirePositive(split.massG, `${path}.size`), `${path}.size`);
    case 'pieces':
      return piecesOfProject(totalG, split, path);
    case 'matched':
      return partsThatMatch(split, strand, path);
  }
}

/** What parts are cut along. */
export interface Strand {
  gristMPerG: number;
  /** From the end that leaves first. */
  colours: readonly ColourAlong[];
  /** The end of each cake that it will be worked from. */
  worked: 'centre' | 'outside';
}

function partsThatMatch(
  { name, count, massG, begin }: Extract<Split, { by: 'matched' }>,
  { gristMPerG, colours, worked }: Strand,
  path: string,
): SplitPart[] {
  if (!Number.isInteger(count) || count < 2 || count > MOST_PARTS)
    throw new InputError(`a whole number, 2 to ${MOST_PARTS}`, `${path}.count`);
  const eachM = requirePositive(massG, `${path}.amount`) * gristMPerG;
  const nameOf = (is: MatchedPart['is']) => {
    if (is === 'before') return 'what comes before';
    return is === 'over' ? 'what is over' : `${name} ${is}`.trim();
  };
  return matchedParts(colours, { count, eachM, begin, worked }).map(({ is, lengthM, cutAt }) => ({
    name: nameOf(is),
    massG: lengthM / gristMPerG,
    ...(cutAt && { cutAt }),
  }));
}

function equalParts(totalG: number, cakes: number, path: string): SplitPart[] {
  if (!Number.isInteger(cakes) || cakes < 1 || cakes > MOST_PARTS)
    throw new InputError(`a whole number of cakes, 1 to ${MOST_PARTS}`, path);
  return Array.from({ length: cakes }, () => ({ name: '', massG: totalG / cakes }));
}

function partsOfSize(totalG: number, massG: number, path: string): SplitPart[] {
  if (massG > totalG + SLACK_G) throw new InputError(`there are only ${roundG(totalG)} g`, path);
  const whole = Math.floor((totalG + SLACK_G) / massG);
  if (whole > MOST_PARTS) throw new InputError(`that would be more than ${MOST_PARTS} cakes`, path);
  const parts = Array.from({ length: whole }, () => ({ name: '', massG }));
  const overG = totalG - whole * massG;
  if (overG >= SMALLEST_CAKE_G) return [...parts, { name: 'what is over', massG: overG }];
  // A few metres do not make a cake: they stay with the last.
  return parts.map((part, i) => (i === whole - 1 ? { ...part, massG: massG + overG } : part));
}

function piecesOfProject(
  totalG: number,
  { pieces, over }: Extract<Split, { by: 'pieces' }>,
  path: string,
): SplitPart[] {
  if (pieces.length === 0) throw new InputError('say at least one piece', `${path}.pieces`);
  const parts = pieces.flatMap(({ name, count, massG }, i) => {
    requirePositive(massG, `${path}.pieces.${i}.amount`);
    if (!Number.isInteger(count) || count < 1 || count > MOST_PARTS)
      throw new InputError(`a whole number, 1 to ${MOST_PARTS}`, `${path}.pieces.${i}.count`);
    return Array.from({ length: count }, (_, n) => ({ name: count === 1 ? name : `${name} ${n + 1}`.trim(), massG }));
  });
  if (parts.length > MOST_PARTS) throw new InputError(`at most ${MOST_PARTS} cakes`, `${path}.pieces`);
  const wantedG = parts.reduce((sum, { massG }) => sum + massG, 0);
  const overG = totalG - wantedG;
  if (overG < -SLACK_G)
    throw new InputError(
      `these take ${roundG(wantedG)} g and there are ${roundG(totalG)} g: ${roundG(-overG)} g are missing`,
      `${path}.pieces`,
    );
  if (over === 'shared' || overG < SMALLEST_CAKE_G)
    return parts.map((part) => ({ ...part, massG: (part.massG * totalG) / wantedG }));
  return [...parts, { name: 'what is over', massG: overG }];
}

/** Guards sums of tenths against the last bit of a float. */
const SLACK_G = 1e-6;

const roundG = (massG: number) => Number(massG.toFixed(1));

/**
 * Moves each cut between two parts to a knot or a change of colour near it, so that the join lies at a cut and not
 * inside a cake. No part may become smaller than `leastShare` of what it was planned as.
 *
 * @param faults along the yarn from the end that leaves first
 * @param mostG each part may not grow past, where its tool says so
 * @example
 * cutsAtFaults([{ name: '', massG: 50 }, { name: '', massG: 50 }], [{ kind: 'knot', atM: 190 }], 4).map(({ massG }) => massG) // => [47.5, 52.5]
 */
export function cutsAtFaults<Part extends SplitPart>(
  parts: readonly Part[],
  faults: readonly Fault[],
  gristMPerG: number,
  { leastShare = 0.9, mostG = [] }: { leastShare?: number; mostG?: readonly number[] } = {},
): Part[] {
  const places = faults.filter(({ kind }) => kind !== 'thin spot').map(({ atM }) => atM / gristMPerG);
  const moved = parts.map((part) => ({ ...part }));
  let endG = 0;
  for (let i = 0; i < moved.length - 1; i++) {
    const [here, next] = [moved[i]!, moved[i + 1]!];
    endG += here.massG;
    const fits = places
      .filter((placeG) => {
        const change = placeG - endG;
        const [hereG, nextG] = [here.massG + change, next.massG - change];
        return (
          hereG >= parts[i]!.massG * leastShare &&
          nextG >= parts[i + 1]!.massG * leastShare &&
          hereG <= (mostG[i] ?? Infinity) &&
          nextG <= (mostG[i + 1] ?? Infinity)
        );
      })
      .sort((a, b) => Math.abs(a - endG) - Math.abs(b - endG));
    if (fits[0] === undefined) continue;
    here.massG += fits[0] - endG;
    next.massG -= fits[0] - endG;
    endG = fits[0];
  }
  return moved;
}

/**
 * How the next piece is split, where several are wound one after another: in the same way, but whole where the first
 * was split for the pieces of a project or for a pair, which it has given already.
 *
 * @example
 * splitOfNext({ by: 'size', sizeG: 50 }) // => { by: 'size', sizeG: 50 }
 * @example
 * splitOfNext({ by: 'pieces', pieces: [] }) // => { by: 'equal', cakes: 1 }
 */
export function splitOfNext<Asked extends { by: string }>(asked: Asked): Asked | { by: 'equal'; cakes: 1 } {
  return asked.by === 'pieces' || asked.by === 'matched' ? { by: 'equal', cakes: 1 } : asked;
}
