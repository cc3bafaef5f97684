import { jsonResponse } from '../../../server/common/jsonResponse';
import { calendarOf } from '../../../server/days/calendar';
import { database } from '../../../server/common/database';

/** What is settled and due, as a file for any calendar, or as a feed that one follows. */
export function GET(): Promise<Response> {
  return jsonResponse(
    () =>
      new Response(calendarOf(database(), new Date()), {
        headers: { 'content-type': 'text/calendar; charset=utf-8', 'cache-control': 'no-store' },
      }),
  );
}
