import { calculate } from '../../../../server/calc';

export async function POST(request: Request, { params }: { params: Promise<{ name: string }> }): Promise<Response> {
  const answer = calculate((await params).name, await request.text());
  return answer.ok ? Response.json(answer.output) : Response.json({ error: answer.error }, { status: 400 });
}
