import { answer } from '../../../server/answer';
import { exportArchive, importArchive } from '../../../server/archive';
import { database, pictureFolder } from '../../../server/database';

export function GET(): Response {
  const now = new Date();
  const name = `lazy-acorn-${now.toISOString().slice(0, 10)}.json`;
  return new Response(JSON.stringify(exportArchive(database(), pictureFolder(), now)), {
    headers: { 'content-type': 'application/json', 'content-disposition': `attachment; filename="${name}"` },
  });
}

export async function POST(request: Request): Promise<Response> {
  const json = await request.text();
  return answer(() => importArchive(database(), pictureFolder(), json));
}
