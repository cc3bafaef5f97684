import { HALF_WIDTH_90 } from '../common/estimate';
import { requirePositive } from '../common/require';
import type { ColourRepeat } from '../yarn/colourRepeat';

/** Back and forth, or always the same way round. */
export const WORKED_IN = ['rows', 'rounds'] as const;
export type WorkedIn = (typeof WORKED_IN)[number];

/** A repeat as it lies in a fabric. */
export interface RepeatInStitches {
  /** How many stitches each stretch makes, in the order of the repeat. */
  stretches: { hex: string; stitches: number }[];
  /** All of them. */
  stitches: number;
  /** By how many one repeat differs from the next: a standard deviation. */
  spread: number;
}

/** How the colours of one row lie to those of the row, or two rows, below, where they are worked the same way. */
export interface Pooling {
  /** Stripes: a colour goes over a whole row or more. Pools: a colour stacks up. Streaks: for a few rows. Mixed: hardly more than by chance. */
  looks: 'stripes' | 'pools' | 'streaks' | 'mixed';
  /** Rows that one repeat makes. */
  rowsARepeat: number;
  /** The share of stitches that have their own colour beneath them. */
  alike: number;
  /** How far the colours move from one row to the next that is worked the same way, in stitches. */
  moves: number;
}

/**
 * How many stitches a repeat makes.
 *
 * @param stitchM what one stitch takes, in metres
 * @example
 * stitchesOfRepeat({ stretches: [{ hex: 'a', lengthM: 0.5 }, { hex: 'b', lengthM: 0.3 }], spreadM: 0.04 }, 0.02).stitches // => 40
 */
export function stitchesOfRepeat(
  { stretches, spreadM }: Pick<ColourRepeat, 'stretches' | 'spreadM'>,
  stitchM: number,
): RepeatInStitches {
  requirePositive(stitchM, 'stitch');
  const inStitches = stretches.map(({ hex, lengthM }) => ({ hex, stitches: lengthM / stitchM }));
  return {
    stretches: inStitches,
    stitches: inStitches.reduce((sum, { stitches }) => sum + stitches, 0),
    spread: spreadM / stitchM,
  };
}

/** A colour lies over itself in pools from so far above chance on, and in streaks from this. */
const POOLS_FROM = 0.5;
const STREAKS_FROM = 0.2;

/**
 * How a repeat falls on so many stitches: whether it stripes, pools or mixes. Two rows that are worked the same way are
 * compared, and what the yarn varies by from repeat to repeat blurs them.
 *
 * @example
 * poolingAt({ stretches: [{ hex: 'a', stitches: 20 }, { hex: 'b', stitches: 20 }], stitches: 40, spread: 0 }, 40, 'rounds').looks // => 'pools'
 * @example
 * poolingAt({ stretches: [{ hex: 'a', stitches: 20 }, { hex: 'b', stitches: 20 }], stitches: 40, spread: 0 }, 50, 'rounds').looks // => 'mixed'
 */
export function poolingAt(repeat: RepeatInStitches, width: number, worked: WorkedIn): Pooling {
  requirePositive(width, 'width');
  const apart = worked === 'rounds' ? width : 2 * width;
  const alike = likelyAlike(repeat, apart);
  const chance = byChance(repeat);
  const beyond = (alike - chance) / (1 - chance);
  const behind = apart - repeat.stitches * Math.round(apart / repeat.stitches);
  return {
    looks:
      repeat.stitches >= repeat.stretches.length * width
        ? 'stripes'
        : beyond >= POOLS_FROM
          ? 'pools'
          : beyond >= STREAKS_FROM
            ? 'streaks'
            : 'mixed',
    rowsARepeat: repeat.stitches / width,
    alike,
    moves: Math.abs(behind),
  };
}

/**
 * The widths next to one, below it and above, at which the colours mix; null where there is none within a quarter of it.
 *
 * @param step stitches that the width can change by: what its pattern repeats over
 * @example
 * widthsThatMix({ stretches: [{ hex: 'a', stitches: 20 }, { hex: 'b', stitches: 20 }], stitches: 40, spread: 0 }, 40, 'rounds') // => { below: 32, above: 48 }
 */
export function widthsThatMix(
  repeat: RepeatInStitches,
  width: number,
  worked: WorkedIn,
  step = 1,
): { below: number | null; above: number | null } {
  const most = Math.floor(width / 4 / step);
  const first = (sign: 1 | -1) =>
    Array.from({ length: most }, (_, i) => width + sign * step * (i + 1)).find(
      (each) => each > 0 && poolingAt(repeat, each, worked).looks === 'mixed',
    ) ?? null;
  return { below: first(-1), above: first(1) };
}

/**
 * Whether a repeat is known well enough to tell how it falls on a width: an error of it adds up over the row, and may come
 * to no more than half a stretch.
 *
 * @param relativeSd of the stitches that a repeat makes
 * @example
 * canTellPooling({ stretches: [{ hex: 'a', stitches: 20 }, { hex: 'b', stitches: 20 }], stitches: 40, spread: 0 }, 60, 'rounds', 0.1) // => true
 */
export function canTellPooling(
  { stretches, stitches }: RepeatInStitches,
  width: number,
  worked: WorkedIn,
  relativeSd: number,
): boolean {
  const apart = worked === 'rounds' ? width : 2 * width;
  return HALF_WIDTH_90 * relativeSd * apart <= stitches / stretches.length / 2;
}

/** Places that the blur is looked at from: three deviations either way. */
const BLUR_STEPS = 24;

/** The share of stitches whose colour is the same so many stitches on, blurred by what the repeats between vary by. */
function likelyAlike(repeat: RepeatInStitches, apart: number): number {
  const sd = repeat.spread * Math.sqrt(apart / repeat.stitches);
  if (sd === 0) return alikeAt(repeat, apart);
  let [sum, weights] = [0, 0];
  for (let step = -BLUR_STEPS; step <= BLUR_STEPS; step++) {
    const z = (3 * step) / BLUR_STEPS;
    const weight = Math.exp((-z * z) / 2);
    sum += weight * alikeAt(repeat, apart + z * sd);
    weights += weight;
  }
  return sum / weights;
}

/** The share of a repeat whose colour is the same so many stitches on. */
function alikeAt({ stretches, stitches }: RepeatInStitches, apart: number): number {
  const laid = placed(stretches);
  const behind = ((apart % stitches) + stitches) % stitches;
  let same = 0;
  for (const here of laid)
    for (const there of laid)
      if (here.hex === there.hex)
        for (const round of [0, stitches])
          same += overlap(here.from + behind, here.to + behind, there.from + round, there.to + round);
  return same / stitches;
}

const overlap = (from: number, to: number, otherFrom: number, otherTo: number) =>
  Math.max(0, Math.min(to, otherTo) - Math.max(from, otherFrom));

function placed(stretches: RepeatInStitches['stretches']): { hex: string; from: number; to: number }[] {
  let from = 0;
  return stretches.map(({ hex, stitches }) => {
    const place = { hex, from, to: from + stitches };
    from += stitches;
    return place;
  });
}

/** The share of stitches that would have their own colour beneath them if colours fell as they liked. */
function byChance({ stretches, stitches }: RepeatInStitches): number {
  const shares = new Map<string, number>();
  for (const { hex, stitches: own } of stretches) shares.set(hex, (shares.get(hex) ?? 0) + own / stitches);
  return [...shares.values()].reduce((sum, share) => sum + share ** 2, 0);
}

/**
 * The fabric that a repeat makes, row by row from below, each as it lies from left to right: where every colour begins and
 * ends, in stitches.
 *
 * @example
 * fabricRows({ stretches: [{ hex: 'a', stitches: 3 }, { hex: 'b', stitches: 3 }], stitches: 6, spread: 0 }, 4, 'rows', 2) // => [[{ hex: 'a', from: 1, to: 4 }, { hex: 'b', from: 0, to: 1 }], [{ hex: 'b', from: 0, to: 2 }, { hex: 'a', from: 2, to: 4 }]]
 */
export function fabricRows(
  { stretches, stitches }: RepeatInStitches,
  width: number,
  worked: WorkedIn,
  rows: number,
): { hex: string; from: number; to: number }[][] {
  const laid = placed(stretches);
  return Array.from({ length: rows }, (_, row) => {
    const start = row * width;
    const round = Math.floor(start / stitches);
    const spans: { hex: string; from: number; to: number }[] = [];
    for (let i = round * laid.length; ; i++) {
      const { hex, from, to } = laid[i % laid.length]!;
      const turn = Math.floor(i / laid.length) * stitches - start;
      if (turn + from >= width) return spans.map((span) => asLies(span, row, width, worked));
      if (turn + to > 0) spans.push({ hex, from: Math.max(0, turn + from), to: Math.min(width, turn + to) });
    }
  });
}

/** Yarn runs from right to left in the first row and in every round; back again in every second row. */
function asLies<Span extends { from: number; to: number }>(
  span: Span,
  row: number,
  width: number,
  worked: WorkedIn,
): Span {
  if (worked === 'rows' && row % 2 === 1) return span;
  return { ...span, from: width - span.to, to: width - span.from };
}
