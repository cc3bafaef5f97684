import { answer } from '../../../../../server/answer';
import { database } from '../../../../../server/database';
import { LARGEST_JSON_BYTES } from '../../../../../server/limits';
import { readBody } from '../../../../../server/readBody';
import { answerRun } from '../../../../../server/runRequests';

export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const { id } = await params;
  return answer(async () => {
    const message = (await readBody(request, LARGEST_JSON_BYTES, '')).toString('utf8');
    const { status, body } = answerRun(database(), id, message, new Date());
    return Response.json(body, { status });
  });
}
