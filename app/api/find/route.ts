import { answer, queryOf } from '../../../server/answer';
import { database } from '../../../server/database';
import { findAll } from '../../../server/findAll';

/** Everything that words find. */
export function GET(request: Request): Promise<Response> {
  return answer(() => findAll(database(), (queryOf(request).q ?? '').slice(0, 200)));
}
