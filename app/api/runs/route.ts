import { jsonResponse } from '../../../server/common/jsonResponse';
import { database } from '../../../server/common/database';
import { onBench } from '../../../server/days/today';

/** What is on the bench just now, for the way there from every screen. */
export function GET(): Promise<Response> {
  return jsonResponse(() => onBench(database()));
}
