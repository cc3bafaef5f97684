import { answer } from '../../../server/answer';
import { jsonBody } from '../../../server/api';
import { takeWayOut } from '../../../server/rescue';

/** Takes a way out of a damaged database. */
export async function POST(request: Request): Promise<Response> {
  return answer(async () => takeWayOut(await jsonBody(request), new Date()));
}
