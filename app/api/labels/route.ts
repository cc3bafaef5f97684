import { answer, queryOf } from '../../../server/answer';
import { database } from '../../../server/database';
import { labelSheet } from '../../../server/labels';
import { preferences } from '../../../server/preferences';

export function GET(request: Request): Promise<Response> {
  return answer(async () => {
    const { system } = await preferences();
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
