import { jsonResponse, queryOf } from '../../../server/common/jsonResponse';
import { database } from '../../../server/common/database';
import { labelSheet } from '../../../server/exchange/labels';
import { unitSystem } from '../../../server/common/preferences';

export function GET(request: Request): Promise<Response> {
  return jsonResponse(async () => {
    const system = await unitSystem();
    const pdf = await labelSheet(
      database(),
      queryOf(request),
      system,
      `http://${request.headers.get('host')}`,
      request.signal,
    );
    return new Response(new Uint8Array(pdf), {
      headers: { 'content-type': 'application/pdf', 'content-disposition': 'inline; filename="labels.pdf"' },
    });
  });
}
