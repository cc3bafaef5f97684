import { jsonResponse, jsonBody } from '../../../server/common/jsonResponse';
import { takeWayOut } from '../../../server/exchange/rescue';

/** Takes a way out of a database that cannot be used. */
export async function POST(request: Request): Promise<Response> {
  return jsonResponse(async () => takeWayOut(await jsonBody(request), new Date()));
}
