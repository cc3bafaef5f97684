import { unmarkedKey } from '../../core/common/request';
import { type Db, prepared } from './connection';
import { sql, sqlName } from './sql';

/** Where a row knows the request that made it. */
export type RequestedTable = 'operation' | 'mini_plan' | 'project' | 'knitting' | 'task' | 'bath';

/** The row that a request made; `isSame` where it asked the same, or where that is not known. */
export function rowByRequest(
  db: Db,
  table: RequestedTable,
  requestKey: string,
): { id: number; isSame: boolean } | undefined {
  const key = unmarkedKey(requestKey);
  const rows = prepared<{ id: number; requestKey: string }>(
    db,
    sql`SELECT id, request_key AS requestKey FROM ${sqlName(table)}
        WHERE request_key = @key OR request_key > @key || '~' AND request_key < @key || '~~' ORDER BY id`,
  )
    .all({ key })
    // Of keys that begin alike, those of this request.
    .filter((row) => unmarkedKey(row.requestKey) === key);
  const same = rows.find((row) => row.requestKey === requestKey || row.requestKey === key || requestKey === key);
  const row = same ?? rows[0];
  return row && { id: row.id, isSame: same !== undefined };
}
