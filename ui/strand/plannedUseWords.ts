import { lowerFirst } from '../../core/common/format';
import type { PackageEnd } from '../../core/yarn/faults';
import type { PieceForm } from '../../core/yarn/piece';
import { isLoop, type LayingWay, layingOf, type LeavingWay } from '../../core/twist/strandWays';
import { ROUND_WORDS } from './wayWords';

interface Leaves {
  end: PackageEnd;
  left: LeavingWay;
}

/** A way to go on with a piece: wound again or not, and how it is worked then. */
export interface WayToTell {
  rewind: (Leaves & { laid: LayingWay; toolName: string }) | null;
  use: Leaves;
}

/** From where and how something is worked: "from the centre, as it stands". */
export function usingWords({ end, left }: { end: PackageEnd; left: LeavingWay }, form: PieceForm): string {
  const from = end === 'inner' ? 'from the centre' : 'from the outside';
  switch (left) {
    case 'turning':
      return isLoop(form) ? 'off a swift that turns' : `${from}, on a peg that turns`;
    case 'near':
      return `${from}, the right way up`;
    case 'far':
      return `${from}, turned over`;
    case 'cw':
    case 'ccw':
      return `from where it hangs, ${ROUND_WORDS[left]}`;
  }
}

/** A way to go on, as one would tell it across the table. */
export function wayWords({ rewind, use }: WayToTell, form: PieceForm): string {
  if (!rewind) return `Work it ${usingWords(use, form)}`;
  const { how, direction } = layingOf(rewind.laid);
  const round = direction ? ROUND_WORDS[direction] : '';
  const onto =
    how === 'carried' ? `by hand, going ${round}` : `on the ${lowerFirst(rewind.toolName)}, turning ${round}`;
  const wind = isLoop(form) ? 'Wind it' : 'Wind it again';
  return `${wind} ${usingWords(rewind, form)}, ${onto}; then work it ${usingWords(use, 'cake')}`;
}
