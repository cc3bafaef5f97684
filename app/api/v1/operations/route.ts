import { jsonResponse, jsonBody } from '../../../../server/common/jsonResponse';
import { recordOperation } from '../../../../server/api/api';
import { database } from '../../../../server/common/database';

export async function POST(request: Request): Promise<Response> {
  return jsonResponse(async () => recordOperation(database(), await jsonBody(request), new Date()));
}
