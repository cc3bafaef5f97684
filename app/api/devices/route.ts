import { jsonResponse, textBody } from '../../../server/common/jsonResponse';
import { commandDevice, deviceStream } from '../../../server/bench/devices';

export const dynamic = 'force-dynamic';

/** What the devices on the bench show, as server-sent events. */
export function GET(request: Request): Response {
  return new Response(deviceStream(request.signal), {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store, no-transform' },
  });
}

export async function POST(request: Request): Promise<Response> {
  return jsonResponse(async () => {
    const command = await textBody(request);
    const { status, body } = commandDevice(command, Date.now());
    return Response.json(body, { status });
  });
}
