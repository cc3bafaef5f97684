import { InputError } from '../../../core/inputError';
import { exportArchive, importArchive } from '../../../server/archive';
import { database } from '../../../server/database';

export function GET(): Response {
  const now = new Date();
  const name = `lazy-acorn-${now.toISOString().slice(0, 10)}.json`;
  return new Response(JSON.stringify(exportArchive(database(), now)), {
    headers: { 'content-type': 'application/json', 'content-disposition': `attachment; filename="${name}"` },
  });
}

export async function POST(request: Request): Promise<Response> {
  try {
    return Response.json(importArchive(database(), await request.text()));
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return Response.json({ error: { message: error.message, path: error.path } }, { status: 400 });
  }
}
