import { jsonResponse, textBody } from '../../../../../server/common/jsonResponse';
import { database } from '../../../../../server/common/database';
import { answerRun } from '../../../../../server/logbook/runKinds';

export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const { id } = await params;
  return jsonResponse(async () => {
    const message = await textBody(request);
    const { status, body } = answerRun(database(), id, message, new Date());
    return Response.json(body, { status });
  });
}
