import type { Handling } from '../yarn/fibre';
import { PACKAGE_ENDS, type PackageEnd } from '../yarn/faults';
import type { PieceForm } from '../yarn/piece';

/** Where good makers disagree: each question with its schools. */
export interface Schools {
  /** Which end of a finished cake is worked from. */
  workFrom: 'centre' | 'outside' | 'as the yarn asks';
  windings: 'once' | 'twice';
  /** A cake is wound not earlier than so many days before it is cast on. */
  earliestDays: number;
  ties: 'after mounting' | 'before mounting';
  startingEnd: 'doubled' | 'knotted';
  /** The knot that joins the two ends of a hank. */
  joinedEnds: 'cut' | 'untied';
  slip: 'in the hole' | 'apart';
}

/** What most makers do, and what the tool does until it is told otherwise. */
export const DEFAULT_SCHOOLS: Schools = {
  workFrom: 'as the yarn asks',
  windings: 'once',
  earliestDays: 14,
  ties: 'after mounting',
  startingEnd: 'doubled',
  joinedEnds: 'cut',
  slip: 'in the hole',
};

/**
 * From where a cake of this yarn is worked: sticky strands cling to the layer beneath and slippery ones fall in on
 * themselves, so both are taken from the outside; any other from the centre, where the cake stays put.
 *
 * @example
 * workedFrom(['slippery'], 'as the yarn asks') // => 'outside'
 * @example
 * workedFrom(['slippery'], 'centre') // => 'centre'
 */
export function workedFrom(handling: readonly Handling[], school: Schools['workFrom']): 'centre' | 'outside' {
  if (school !== 'as the yarn asks') return school;
  return handling.some((way) => way === 'sticky' || way === 'slippery') ? 'outside' : 'centre';
}

/**
 * The ends that yarn can be taken from: a cone and a bobbin give it from outside only; of a hank the one that leaves
 * first is called the inner one.
 *
 * @example
 * endsOf('cake') // => ['inner', 'outer']
 * @example
 * endsOf('cone') // => ['outer']
 */
export function endsOf(form: PieceForm): readonly PackageEnd[] {
  switch (form) {
    case 'hank':
    case 'mini skein':
      return ['inner'];
    case 'cone':
    case 'bobbin':
      return ['outer'];
    default:
      return PACKAGE_ENDS;
  }
}

/**
 * The end of a standing package to take yarn from when it is wound again: the inner one, so that a later change of
 * twist can take this one back.
 *
 * @example
 * endToRewind('cake') // => 'inner'
 * @example
 * endToRewind('cone') // => 'outer'
 */
export function endToRewind(form: string): PackageEnd {
  return form === 'cake' || form === 'ball' || form === 'shop skein' ? 'inner' : 'outer';
}

const DAY_MS = 24 * 3600 * 1000;

/**
 * Days that a cake has stood since it was wound, where that is longer than the user's school allows; else null.
 *
 * @example
 * stoodTooLongDays(Date.parse('2026-11-01'), Date.parse('2026-11-21'), 14) // => 20
 * @example
 * stoodTooLongDays(Date.parse('2026-11-01'), Date.parse('2026-11-15'), 14) // => null
 */
export function stoodTooLongDays(woundAtMs: number, nowMs: number, earliestDays: number): number | null {
  const days = Math.floor((nowMs - woundAtMs) / DAY_MS);
  return days > earliestDays ? days : null;
}
