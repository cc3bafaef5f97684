import { calculate } from '../../../../server/calc';

/** While a search goes on the server answers nobody else. */
const SEARCH_SECONDS = 2;

export async function POST(request: Request, { params }: { params: Promise<{ name: string }> }): Promise<Response> {
  const answer = await calculate((await params).name, await request.text(), SEARCH_SECONDS);
  return answer.ok ? Response.json(answer.output) : Response.json({ error: answer.error }, { status: 400 });
}
