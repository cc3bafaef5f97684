import { handlingOf } from '../core/fibre';
import type { PackageEnd } from '../core/faults';
import { workedFrom } from '../core/schools';
import type { Db } from '../db/connection';
import { nextWay } from './nextWay';
import { schools } from './schools';
import type { YarnView } from './yarnViews';

/** Where a yarn's packages are worked from: by what was chosen for it, otherwise by the maker's school. */
export function workFromOf(db: Db, yarn: Pick<YarnView, 'workFrom' | 'fibres'>): 'centre' | 'outside' {
  return yarn.workFrom ?? workedFrom(handlingOf(yarn.fibres), schools(db).workFrom);
}

export const endWorked = (workFrom: 'centre' | 'outside'): PackageEnd => (workFrom === 'centre' ? 'inner' : 'outer');

/** The end that a piece is used from where nobody said: the one that was planned for it, otherwise the yarn's. */
export function endUsed(db: Db, yarn: Pick<YarnView, 'workFrom' | 'fibres'>, pieceId: number): PackageEnd {
  return nextWay(db, pieceId)?.use.end ?? endWorked(workFromOf(db, yarn));
}
