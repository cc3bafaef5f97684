import { InputError } from '../common/inputError';
import { type ColourAlong, coloursFrom } from '../yarn/coloursAlong';

/** A pair of socks, sleeves or mittens: cakes that begin at the same place of the repeat. */
export interface MatchedAsk {
  count: number;
  /** Of each, at least. */
  eachM: number;
  /** The stretch of the repeat that each begins with; null: as the first begins, so that nothing is cut off before it. */
  begin: number | null;
  /** A cake that is worked from its outside begins where its winding ended. */
  worked: 'centre' | 'outside';
}

/** One part, in the order of winding. */
export interface MatchedPart {
  /** What it is: before the first, one of those that match (from 1, in the order of winding), or what is over. */
  is: number | 'before' | 'over';
  lengthM: number;
  /** By which change its end is found; none: by the count. */
  cutAt?: CutAt;
}

/** A place that is seen: so many metres before this colour begins. */
export interface CutAt {
  hex: string;
  beforeM: number;
}

/** A shorter end stays with the cake before. */
const SHORTEST_M = 1;
/** Guards sums of lengths against the last bit of a float. */
const SLACK_M = 1e-9;

/**
 * Where to cut so that several cakes begin at the same place of the colour repeat. What lies between two of them stays with
 * the one that it follows, at its far end.
 *
 * @param strand its colours from the end that leaves first
 * @throws InputError where they are not known, or there is too little for so many
 * @example
 * matchedParts([{ hex: 'a', fromM: 0, toM: 2, place: 0, sure: true }, { hex: 'b', fromM: 2, toM: 4, place: 1, sure: true }, { hex: 'a', fromM: 4, toM: 6, place: 0, sure: true }, { hex: 'b', fromM: 6, toM: 9, place: 1, sure: true }], { count: 2, eachM: 3, begin: null, worked: 'centre' }) // => [{ is: 1, lengthM: 4, cutAt: { hex: 'a', beforeM: 0 } }, { is: 2, lengthM: 3 }, { is: 'over', lengthM: 2 }]
 */
export function matchedParts(
  strand: readonly ColourAlong[],
  { count, eachM, begin, worked }: MatchedAsk,
): MatchedPart[] {
  if (!strand.some(({ place }) => place !== null))
    throw new InputError(
      'note one change of colour on this piece and measure a repeat of its yarn first',
      'split.begin',
    );
  // As it will be worked: from the outside, what was wound last comes first.
  const inHand = coloursFrom(worked === 'centre' ? 'inner' : 'outer', strand);
  const lengthM = inHand.at(-1)!.toM;
  const starts = apart(begin === null ? placesLikeTheFirst(inHand) : beginningsOf(inHand, begin), eachM, lengthM);
  if (starts.length < count) throw new InputError(tooFew(starts.length), 'split.amount');
  const cuts = [...starts.slice(0, count), starts[count - 1]! + eachM];
  const parts: MatchedPart[] = cuts.slice(1).map((endM, i) => ({ is: i + 1, lengthM: endM - cuts[i]! }));
  if (cuts[0]! > 0) parts.unshift({ is: 'before', lengthM: cuts[0]! });
  const overM = lengthM - cuts.at(-1)!;
  if (overM >= SHORTEST_M) parts.push({ is: 'over', lengthM: overM });
  else parts.at(-1)!.lengthM += overM;
  const inOrder = worked === 'centre' ? parts : numbered(parts.reverse());
  const isStart = new Set(starts.map((startM) => (worked === 'centre' ? startM : lengthM - startM).toFixed(6)));
  let endM = 0;
  return inOrder.map((part, i) => {
    endM += part.lengthM;
    const cutAt = i < inOrder.length - 1 && isStart.has(endM.toFixed(6)) ? changeFrom(strand, endM) : undefined;
    return cutAt ? { ...part, cutAt } : part;
  });
}

function tooFew(found: number): string {
  if (found === 0) return 'no such stretch is followed by so much yarn';
  return found === 1
    ? 'only one such place is followed by so much yarn'
    : `only ${found} such places are followed by so much yarn`;
}

/** Those of these places that have so much after them, before the next one or the end. */
function apart(places: readonly number[], eachM: number, lengthM: number): number[] {
  const chosen: number[] = [];
  for (const placeM of places) {
    const free = chosen.length === 0 || placeM >= chosen.at(-1)! + eachM - SLACK_M;
    if (free && placeM + eachM <= lengthM + SLACK_M) chosen.push(placeM);
  }
  return chosen;
}

function beginningsOf(colours: readonly ColourAlong[], begin: number): number[] {
  // The first may have been cut: where it began nobody knows.
  return colours.slice(1).flatMap(({ place, fromM }) => (place === begin ? [fromM] : []));
}

/** Where it is as far to the next change as at the beginning, in the same stretch of the repeat. */
function placesLikeTheFirst(colours: readonly ColourAlong[]): number[] {
  const first = colours[0]!;
  // The last ends where it was cut, not where it changes.
  const whole = colours.slice(1, -1).filter(({ place }) => place === first.place && place !== null);
  return [0, ...whole.map(({ fromM, toM }) => Math.max(fromM, toM - first.toM))];
}

function changeFrom(strand: readonly ColourAlong[], atM: number): CutAt | undefined {
  const next = strand.find(({ fromM }) => fromM >= atM - 1e-6);
  return next?.hex ? { hex: next.hex, beforeM: Math.max(0, next.fromM - atM) } : undefined;
}

/** Counted again from 1. */
function numbered(parts: readonly MatchedPart[]): MatchedPart[] {
  let count = 0;
  return parts.map((part) => (typeof part.is === 'number' ? { ...part, is: ++count } : part));
}
