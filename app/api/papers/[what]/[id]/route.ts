import { jsonResponse, idOf, NotFoundError } from '../../../../../server/common/jsonResponse';
import { database } from '../../../../../server/common/database';
import { runSheet, storyPdf } from '../../../../../server/exchange/papers';
import { unitSystem } from '../../../../../server/common/preferences';

const PAPERS = new Map([
  ['run', runSheet],
  ['story', storyPdf],
]);

/** A run sheet or a yarn's story, as a PDF. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ what: string; id: string }> },
): Promise<Response> {
  return jsonResponse(async () => {
    const { what } = await params;
    const paper = PAPERS.get(what);
    if (!paper) throw new NotFoundError('there is no such paper');
    const id = await idOf(params);
    const system = await unitSystem();
    const pdf = await paper(database(), id, system, `http://${request.headers.get('host')}`, request.signal);
    return new Response(new Uint8Array(pdf), {
      headers: { 'content-type': 'application/pdf', 'content-disposition': `inline; filename="${what}-${id}.pdf"` },
    });
  });
}
