import { answer, textBody } from '../../../../../server/answer';
import { database } from '../../../../../server/database';
import { answerRun } from '../../../../../server/runRequests';

export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const { id } = await params;
  return answer(async () => {
    const message = await textBody(request);
    const { status, body } = answerRun(database(), id, message, new Date());
    return Response.json(body, { status });
  });
}
