import type { FibreShare } from '../yarn/fibre';

/** What becomes of a mini next; its ties follow from it. */
export const MINI_NEXT = ['dye', 'wash', 'sell', 'store'] as const;
export type MiniNext = (typeof MINI_NEXT)[number];

/** How a mini is tied. */
export interface MiniTies {
  /** Figure eights beside the one where the two ends meet. */
  count: number;
  hold: 'loose' | 'snug';
  /** How many bundles of strands each figure eight keeps apart. */
  bundles: 2 | 3;
  /** Yarn for one tie, and for all of them. */
  tieM: number;
  allM: number;
}

/** Between two ties a longer stretch of strands wanders. */
const APART_M = { dye: 0.28, wash: 0.4, sell: 0.6, store: 0.6 } as const;

const FEWEST = { dye: 3, wash: 2, sell: 1, store: 1 } as const;

/** For the knot and for fingers to hold. */
const KNOT_M = 0.1;

/**
 * How many figure eights hold a mini, how tight, and how much yarn they take.
 *
 * For the dye pot several, and loose: a finger's breadth, or the dye does not reach beneath. For washing they may be
 * snug. For sale or the drawer one is enough, since the mini is twisted up.
 *
 * @param loopM once round the mini
 * @param strandMm how thick the yarn lies
 * @example
 * miniTies({ next: 'dye', loopM: 1.2, loops: 30, strandMm: 2 }).count // => 5
 * @example
 * miniTies({ next: 'sell', loopM: 0.6, loops: 30, strandMm: 2 }).hold // => 'snug'
 */
export function miniTies({
  next,
  loopM,
  loops,
  strandMm,
}: {
  next: MiniNext;
  loopM: number;
  loops: number;
  strandMm: number;
}): MiniTies {
  const count = Math.max(FEWEST[next], Math.ceil(loopM / APART_M[next] - 1e-9));
  const hold = next === 'dye' ? 'loose' : 'snug';
  const bundles = loops > 60 ? 3 : 2;
  // The bundle as a round rope of strands, about three quarters full.
  const ropeMm = strandMm * Math.sqrt(Math.max(1, loops) / 0.75);
  const girthM = (Math.PI * ropeMm) / 1000;
  const tieM = (hold === 'loose' ? 2 * girthM : 1.3 * girthM) + (bundles - 1) * 0.3 * girthM + KNOT_M;
  return { count, hold, bundles, tieM, allM: count * tieM };
}

/** What to mind before a yarn of these fibres goes into the pot or the water. */
export type MiniCaution =
  'plastic in hot dye' | 'nylon in hot dye' | 'felting' | 'tight ties' | 'plant fibres' | 'dye safety';

/**
 * What has to be said to whoever dyes or washes minis of these fibres.
 *
 * @example
 * miniCautions([{ name: 'acrylic', percent: 100 }], 'dye')[0] // => 'plastic in hot dye'
 * @example
 * miniCautions([{ name: 'wool', percent: 100 }], 'wash') // => ['felting']
 * @example
 * miniCautions([{ name: 'wool', percent: 100 }], 'sell') // => []
 */
export function miniCautions(fibres: readonly FibreShare[], next: MiniNext): MiniCaution[] {
  if (next === 'sell' || next === 'store') return [];
  const holds = (...names: readonly FibreShare['name'][]) => fibres.some(({ name }) => names.includes(name));
  const dyed: MiniCaution[] =
    next === 'dye'
      ? [
          ...(holds('acrylic', 'polyester') ? (['plastic in hot dye'] as const) : []),
          ...(holds('nylon') ? (['nylon in hot dye'] as const) : []),
          ...(holds('cotton', 'linen', 'hemp', 'viscose', 'bamboo', 'lyocell') ? (['plant fibres'] as const) : []),
          'tight ties',
          'dye safety',
        ]
      : [];
  const felts = fibres.length === 0 || holds('wool', 'alpaca', 'mohair', 'cashmere');
  return [...dyed, ...(felts ? (['felting'] as const) : [])];
}
