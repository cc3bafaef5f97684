import { jsonResponse, jsonBody } from '../../../../server/common/jsonResponse';
import { enterOperation } from '../../../../server/api/api';
import { database } from '../../../../server/common/database';

export async function POST(request: Request): Promise<Response> {
  return jsonResponse(async () => enterOperation(database(), await jsonBody(request), new Date()));
}
