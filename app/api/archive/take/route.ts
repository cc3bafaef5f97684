import { jsonResponse, jsonBody, queryOf } from '../../../../server/common/jsonResponse';
import { followed } from '../../../../server/common/progress';
import { takeRequest } from '../../../../server/exchange/archiveUpload';
import { takeArchiveOver } from '../../../../server/exchange/wholesale';

/** Takes over an archive that was looked at. */
export async function POST(request: Request): Promise<Response> {
  return jsonResponse(async () => {
    const asked = takeRequest(await jsonBody(request));
    return followed(queryOf(request).work, (tell) => takeArchiveOver(asked, tell));
  });
}
