import type { OwnTwist, TwistDirection } from './twist';
import { turnsPerMCounted } from './plying';

/** A stretch that was untwisted until its strands lay straight. */
export interface TwistCount {
  turns: number;
  overMm: number;
  leans: TwistDirection;
  washed: boolean;
}

/** A yarn's own twist, and where it is known from. */
export interface KnownTwist extends OwnTwist {
  from: 'band' | 'counted';
  /** Stretches that were counted. */
  counts: number;
  /** How far they lie apart, as a standard deviation; null for one alone. */
  sdTurnsPerM: number | null;
}

/**
 * What is known of a yarn's own twist: as it was counted, after washing where that was done too, and otherwise what
 * the band says.
 *
 * Null where neither tells; a direction alone is not enough, since nothing can be a share of it.
 *
 * @example
 * ownTwist([{ turns: 45, overMm: 250, leans: 'S', washed: false }], null)?.turnsPerM // => 180
 */
export function ownTwist(counts: readonly TwistCount[], band: OwnTwist | null): KnownTwist | null {
  const washed = counts.filter((count) => count.washed);
  const counting = washed.length > 0 ? washed : counts;
  const last = counting.at(-1);
  if (!last) return band && band.turnsPerM > 0 ? { ...band, from: 'band', counts: 0, sdTurnsPerM: null } : null;
  // One that leans the other way is of another strand, or a slip; the last one that was counted says which.
  const alike = counting
    .filter(({ leans }) => leans === last.leans)
    .map(({ turns, overMm }) => turnsPerMCounted(turns, overMm));
  const mean = alike.reduce((sum, each) => sum + each, 0) / alike.length;
  const squares = alike.reduce((sum, each) => sum + (each - mean) ** 2, 0);
  return {
    direction: last.leans,
    turnsPerM: mean,
    from: 'counted',
    counts: alike.length,
    sdTurnsPerM: alike.length > 1 ? Math.sqrt(squares / (alike.length - 1)) : null,
  };
}
