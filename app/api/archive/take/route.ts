import { answer, jsonBody } from '../../../../server/answer';
import { takeRequest } from '../../../../server/incoming';
import { takeArchiveOver } from '../../../../server/wholesale';

/** Takes over an archive that was looked at. */
export async function POST(request: Request): Promise<Response> {
  return answer(async () => takeArchiveOver(takeRequest(await jsonBody(request))));
}
