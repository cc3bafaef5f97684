import { answer, jsonBody } from '../../../../server/answer';
import { enterOperation } from '../../../../server/api';
import { database } from '../../../../server/database';

export async function POST(request: Request): Promise<Response> {
  return answer(async () => enterOperation(database(), await jsonBody(request), new Date()));
}
