import { jsonResponse, queryOf } from '../../../server/common/jsonResponse';
import { database } from '../../../server/common/database';
import { firstLabel, labelSheet } from '../../../server/exchange/labels';
import { unitSystem } from '../../../server/common/preferences';

/** A PDF; with `look`, what stands on the first of them, as JSON. */
export function GET(request: Request): Promise<Response> {
  return jsonResponse(async () => {
    const system = await unitSystem();
    const origin = `http://${request.headers.get('host')}`;
    const { look, ...asked } = queryOf(request);
    if (look) return firstLabel(database(), asked, system, origin);
    const pdf = await labelSheet(database(), asked, system, origin, request.signal);
    return new Response(new Uint8Array(pdf), {
      headers: { 'content-type': 'application/pdf', 'content-disposition': 'inline; filename="labels.pdf"' },
    });
  });
}
