import { answer } from '../../../server/answer';
import { database } from '../../../server/database';
import { onBench } from '../../../server/today';

/** What is on the bench just now, for the way there from every screen. */
export function GET(): Promise<Response> {
  return answer(() => onBench(database()));
}
