import { inWords, twistFigure } from '../../core/common/format';
import { letterOf, type OwnTwist, percentOfOwn } from '../../core/twist/twist';
import type { UnitSystem } from '../../core/common/units';

/** What was changed along a piece as it lies; `gap` where that is not known. */
export interface LyingTwist {
  gap: boolean;
  lowest: number;
  highest: number;
}

/** Less than this is nothing: a turn in twenty metres. */
const NOTHING_PER_M = 0.05;

/** A piece's twist as it lies, in a line: "twist as made", "2 to 5 % more S". */
export function lyingWords({ gap, lowest, highest }: LyingTwist, own: OwnTwist | null, system: UnitSystem): string {
  if (gap) return 'twist not known';
  if (Math.max(Math.abs(lowest), Math.abs(highest)) < NOTHING_PER_M) return 'twist as made';
  const most = Math.abs(lowest) > Math.abs(highest) ? lowest : highest;
  if (!own) return `up to ${inWords(twistFigure(Math.abs(most), system))} ${letterOf(most)} more`;
  const percent = percentOfOwn(most, own);
  return `up to ${percentWords(percent)}\u00a0% ${percent > 0 ? 'more' : 'less'} twist`;
}

/** The size of a percentage: "7", "0.4". */
export function percentWords(percent: number): string {
  const size = Math.abs(percent);
  return size < 0.95 ? String(Number(size.toFixed(1))) : String(Math.round(size));
}
