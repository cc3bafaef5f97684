import { database } from '../../../../server/common/database';
import { jsonResponse } from '../../../../server/common/jsonResponse';
import { unitSystem } from '../../../../server/common/preferences';
import { stockPdf } from '../../../../server/exchange/papers';

/** What is for sale, as a PDF. */
export function GET(request: Request): Promise<Response> {
  return jsonResponse(async () => {
    const origin = `http://${request.headers.get('host')}`;
    const pdf = await stockPdf(database(), await unitSystem(), origin, request.signal);
    return new Response(new Uint8Array(pdf), {
      headers: { 'content-type': 'application/pdf', 'content-disposition': 'inline; filename="stock-list.pdf"' },
    });
  });
}
