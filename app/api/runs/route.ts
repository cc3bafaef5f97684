import { database } from '../../../server/database';
import { onBench } from '../../../server/today';

/** What is on the bench just now, for the way there from every screen. */
export function GET(): Response {
  return Response.json(onBench(database()));
}
