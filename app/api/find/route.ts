import { jsonResponse, queryOf } from '../../../server/common/jsonResponse';
import { database } from '../../../server/common/database';
import { findAll } from '../../../server/logbook/findAll';

/** Everything that words find. */
export function GET(request: Request): Promise<Response> {
  return jsonResponse(() => findAll(database(), (queryOf(request).q ?? '').slice(0, 200)));
}
