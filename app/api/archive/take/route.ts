import { jsonResponse, jsonBody } from '../../../../server/common/jsonResponse';
import { takeRequest } from '../../../../server/exchange/archiveUpload';
import { takeArchiveOver } from '../../../../server/exchange/wholesale';

/** Takes over an archive that was looked at. */
export async function POST(request: Request): Promise<Response> {
  return jsonResponse(async () => takeArchiveOver(takeRequest(await jsonBody(request))));
}
