import type { OwnTwist } from './twist';
import { strandAngleDeg } from './twistSeverity';

/** What two strands are held against each other by; null where it is not known. */
export interface ComparedStrand {
  twist: OwnTwist | null;
  /** How thick it lies. */
  diameterMm: number | null;
  /** m/g */
  gristMPerG: number | null;
  /** How far its measurements lie apart, as a share of their mean. */
  unevenness: number | null;
}

/** What one would see in the cloth of two strands; `which` is the one that has more of it. */
export type Seen =
  | { what: 'leans the other way' }
  | { what: 'firmer' | 'thicker' | 'less even'; which: 'one' | 'other'; percent: number };

/** What an eye begins to see in plain knitting, as shares of the smaller: rules of thumb. */
const SEEN_FROM = { firmer: 0.12, thicker: 0.1, 'less even': 0.5 };
/** Below this both are as even as a hand spins. */
const EVEN = 0.05;

/**
 * What would be seen where two strands meet in one cloth: the slant of the stitches, a firmer and shinier stretch, a
 * thicker one that stripes, an uneven one. Nothing where they are alike as far as is known.
 *
 * @example
 * seenInCloth(
 *   { twist: { direction: 'Z', turnsPerM: 300 }, diameterMm: 1, gristMPerG: 4, unevenness: null },
 *   { twist: { direction: 'Z', turnsPerM: 240 }, diameterMm: 1, gristMPerG: 4, unevenness: null },
 * ) // => [{ what: 'firmer', which: 'one', percent: 17 }]
 */
export function seenInCloth(one: ComparedStrand, other: ComparedStrand): Seen[] {
  const seen: Seen[] = [];
  if (one.twist && other.twist && one.twist.direction !== other.twist.direction)
    seen.push({ what: 'leans the other way' });
  const add = (what: 'firmer' | 'thicker' | 'less even', a: number | null, b: number | null) => {
    if (a === null || b === null || Math.min(a, b) <= 0) return;
    const share = Math.max(a, b) / Math.min(a, b) - 1;
    if (share >= SEEN_FROM[what]) seen.push({ what, which: a > b ? 'one' : 'other', percent: Math.round(100 * share) });
  };
  add('firmer', angleOf(one), angleOf(other));
  // Grist tells by mass what wraps tell by the eye: twice the mass to a metre is 1.4 times as thick.
  const thickness = ({ gristMPerG }: ComparedStrand) => (gristMPerG === null ? null : 1 / Math.sqrt(gristMPerG));
  const known = one.gristMPerG !== null && other.gristMPerG !== null;
  add('thicker', known ? thickness(one) : one.diameterMm, known ? thickness(other) : other.diameterMm);
  if (Math.max(one.unevenness ?? 0, other.unevenness ?? 0) > EVEN) add('less even', one.unevenness, other.unevenness);
  return seen;
}

/**
 * At which angle the fibres lie on the outside of a strand, in degrees; null where its twist or its thickness is not known.
 *
 * @example
 * angleOf({ twist: null, diameterMm: 1, gristMPerG: null, unevenness: null }) // => null
 */
export function angleOf({ twist, diameterMm }: ComparedStrand): number | null {
  return twist && diameterMm !== null ? strandAngleDeg(twist.turnsPerM, diameterMm) : null;
}

/**
 * How far measurements of one thing lie apart, as a share of their mean; null for fewer than two.
 *
 * @example
 * unevennessOf([9, 11]) // => 0.1414213562373095
 */
export function unevennessOf(figures: readonly number[]): number | null {
  if (figures.length < 2) return null;
  const mean = figures.reduce((sum, each) => sum + each, 0) / figures.length;
  const squares = figures.reduce((sum, each) => sum + (each - mean) ** 2, 0);
  return Math.sqrt(squares / (figures.length - 1)) / mean;
}
