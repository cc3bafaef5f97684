import { jsonResponse, textBody } from '../../../../server/common/jsonResponse';
import { calculate } from '../../../../server/api/calc';
import { heavy } from '../../../../server/exchange/heavy';

/** How long a search may go on, beside everything else, and after how long it is ended whatever it does. */
const SEARCH_SECONDS = 5;
const LIMIT_SECONDS = 15;

export async function POST(request: Request, { params }: { params: Promise<{ name: string }> }): Promise<Response> {
  const { name } = await params;
  return jsonResponse(async () => {
    const body = await textBody(request);
    const reported = await calculate(name, body, SEARCH_SECONDS, (input, seconds) =>
      heavy('minis', { input, seconds }, { seconds: LIMIT_SECONDS, signal: request.signal }),
    );
    return reported.ok ? Response.json(reported.output) : Response.json({ error: reported.error }, { status: 400 });
  });
}
