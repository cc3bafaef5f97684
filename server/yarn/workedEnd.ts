import { type FibreShare, handlingOf } from '../../core/yarn/fibre';
import type { PackageEnd } from '../../core/yarn/faults';
import { workedFrom } from '../../core/bench/schools';
import type { Db } from '../../db/common/connection';
import { plannedUse } from './plannedUse';
import { schools } from '../bench/schools';

/** What of a yarn tells where it is worked from. */
interface WorkedYarn {
  workFrom: 'centre' | 'outside' | null;
  fibres: readonly FibreShare[];
}

/** Where a yarn's packages are worked from: by what was chosen for it, otherwise by the maker's school. */
export function workFromOf(db: Db, yarn: WorkedYarn): 'centre' | 'outside' {
  return yarn.workFrom ?? workedFrom(handlingOf(yarn.fibres), schools(db).workFrom);
}

export const endWorked = (workFrom: 'centre' | 'outside'): PackageEnd => (workFrom === 'centre' ? 'inner' : 'outer');

/** The end that a piece is used from where nobody said: the one that was planned for it, otherwise the yarn's. */
export function endUsed(db: Db, yarn: WorkedYarn, pieceId: number): PackageEnd {
  return plannedUse(db, pieceId)?.use.end ?? endWorked(workFromOf(db, yarn));
}
