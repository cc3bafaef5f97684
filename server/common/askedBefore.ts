import { InputError } from '../../core/common/inputError';
import type { Db } from '../../db/common/connection';
import { type RequestedTable, rowByRequest } from '../../db/common/requests';

/**
 * In one transaction: what was made by this request before, or else the work.
 *
 * @param requestKey null where nothing is made: the work changes what is there, and may be done again
 * @throws InputError where something else was asked with this key
 */
export function once(db: Db, table: RequestedTable, requestKey: string | null, enter: () => number): number {
  const before = () => (requestKey === null ? undefined : askedBefore(db, table, requestKey));
  return db.transaction(() => before() ?? enter()).immediate();
}

/** What a maker is answered who changed a form after its answer was lost. */
function keptAsItWas(): InputError {
  return new InputError(
    'this was kept the first time, as it stood then; only the answer was lost. Change it where it is shown, or send it once more to keep both',
    'requestKey',
  );
}

/** What a program is answered that asks something else with a key that it has used. */
export function otherKeyNeeded(path: string): InputError {
  return new InputError('something else was kept with this key; a new request needs a key of its own', path);
}

/**
 * What was made by this request before, where its answer was lost.
 *
 * @returns the number of its row
 * @throws InputError the refusal, where it asked something else then: that is neither passed over nor made twice
 */
export function askedBefore(
  db: Db,
  table: RequestedTable,
  requestKey: string,
  refusal = keptAsItWas,
): number | undefined {
  const before = rowByRequest(db, table, requestKey);
  if (before?.isSame === false) throw refusal();
  return before?.id;
}
