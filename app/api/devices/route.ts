import { answer } from '../../../server/answer';
import { commandDevice, deviceStream } from '../../../server/devices';
import { LARGEST_JSON_BYTES } from '../../../server/limits';
import { readBody } from '../../../server/readBody';

export const dynamic = 'force-dynamic';

/** What the devices on the bench show, as server-sent events. */
export function GET(request: Request): Response {
  return new Response(deviceStream(request.signal), {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store, no-transform' },
  });
}

export async function POST(request: Request): Promise<Response> {
  return answer(async () => {
    const command = (await readBody(request, LARGEST_JSON_BYTES, '')).toString('utf8');
    const { status, body } = commandDevice(command, Date.now());
    return Response.json(body, { status });
  });
}
