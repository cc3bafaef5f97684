import { database } from '../../../../../server/database';
import { answerRun } from '../../../../../server/runRequests';

export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const { status, body } = answerRun(database(), (await params).id, await request.text(), new Date());
  return Response.json(body, { status });
}
