import type { FibreShare } from './fibre';
import type { WeightClassNumber } from './weightClass';

/** What makes one yarn like another, as far as its grist goes. */
export interface Likeness {
  maker: string;
  line: string;
  weightClass: WeightClassNumber | null;
  needleMm: number | null;
  wpi: number | null;
  plies: number | null;
  fibres: readonly FibreShare[];
}

/**
 * How alike two yarns are, 0 to 1. The same line of the same maker is nearly the same yarn; otherwise thickness counts
 * most, then fibre, since it makes a strand light or heavy.
 *
 * @example
 * likeness({ maker: 'A', line: 'B', weightClass: 3, needleMm: null, wpi: null, plies: null, fibres: [] },
 *   { maker: 'A', line: 'B', weightClass: null, needleMm: null, wpi: null, plies: null, fibres: [] }) // => 0.95
 */
export function likeness(a: Likeness, b: Likeness): number {
  const same = (one: string, other: string) => one !== '' && one.toLowerCase() === other.toLowerCase();
  if (same(a.line, b.line) && same(a.maker, b.maker)) return 0.95;
  const thickness = Math.max(
    a.weightClass !== null && a.weightClass === b.weightClass ? 0.8 : 0,
    a.needleMm && b.needleMm ? closeness(a.needleMm, b.needleMm) * 0.7 : 0,
    a.wpi && b.wpi ? closeness(a.wpi, b.wpi) : 0,
  );
  const plies = a.plies !== null && a.plies === b.plies ? 0.1 : 0;
  return 0.55 * thickness + 0.35 * shared(a.fibres, b.fibres) + plies;
}

/** 1 for equal, 0 from a third apart on. */
function closeness(a: number, b: number): number {
  return Math.max(0, 1 - 3 * Math.abs(Math.log(a / b)));
}

/** The part of the fibre that both have in common. */
function shared(a: readonly FibreShare[], b: readonly FibreShare[]): number {
  return a.reduce((sum, { name, percent }) => {
    const other = b.filter((share) => share.name === name).reduce((total, share) => total + share.percent, 0);
    return sum + Math.min(percent, other) / 100;
  }, 0);
}
