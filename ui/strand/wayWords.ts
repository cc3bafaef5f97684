import type { PackageEnd } from '../../core/yarn/faults';
import type { PieceForm } from '../../core/yarn/piece';
import { isLoop, type LayingWay, layingOf, type LeavingWay } from '../../core/twist/strandWays';
import type { Round } from '../../core/twist/twist';

/** What stands under a picture, and what it says in full. */
export interface WayWords {
  short: string;
  long: string;
}

export const ROUND_WORDS: Record<Round, string> = { cw: 'clockwise', ccw: 'anticlockwise' };

export function leavingWords(way: LeavingWay, form: PieceForm, end: PackageEnd): WayWords {
  if (isLoop(form)) {
    if (way === 'cw' || way === 'ccw')
      return {
        short: `hung still, ${ROUND_WORDS[way]}`,
        long: `It hung still, and the strand ran round it ${ROUND_WORDS[way]}, seen from where you pulled`,
      };
    return { short: 'it turned', long: `The ${form} turned, as on a swift` };
  }
  const out = end === 'inner' ? 'out of its centre' : 'off over its outside';
  switch (way) {
    case 'turning':
      return { short: 'it turned', long: `The ${form} turned, on a peg or rolling` };
    case 'far':
      return {
        short: 'turned over',
        long: `It stood with the side down that was up while it was wound; the strand came ${out}`,
      };
    default:
      return {
        short: 'the right way up',
        long: `It stood with the side up that was up while it was wound; the strand came ${out}`,
      };
  }
}

export function layingWords(way: LayingWay): WayWords {
  const { how, direction } = layingOf(way);
  switch (how) {
    case 'reel':
      return { short: 'it turned', long: 'It was wound on by turning' };
    case 'spindle':
      return {
        short: `spindle ${ROUND_WORDS[direction!]}`,
        long: `The spindle turned ${ROUND_WORDS[direction!]}, seen from above`,
      };
    case 'carried':
      return {
        short: `hand ${ROUND_WORDS[direction!]}`,
        long: `The hand went round ${ROUND_WORDS[direction!]}, seen from the free end`,
      };
  }
}
