import { answer, jsonBody } from '../../../../server/common/answer';
import { takeRequest } from '../../../../server/exchange/incoming';
import { takeArchiveOver } from '../../../../server/exchange/wholesale';

/** Takes over an archive that was looked at. */
export async function POST(request: Request): Promise<Response> {
  return answer(async () => takeArchiveOver(takeRequest(await jsonBody(request))));
}
