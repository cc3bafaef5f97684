import type { NextRequest } from 'next/server';
import { InputError } from '../../../core/inputError';
import { database } from '../../../server/database';
import { labelSheet } from '../../../server/labels';
import { preferences } from '../../../server/preferences';

export async function GET(request: NextRequest): Promise<Response> {
  const { searchParams, protocol } = request.nextUrl;
  const origin = `${protocol}//${request.headers.get('host')}`;
  try {
    const pdf = await labelSheet(database(), Object.fromEntries(searchParams), (await preferences()).system, origin);
    return new Response(new Uint8Array(pdf), {
      headers: { 'content-type': 'application/pdf', 'content-disposition': 'inline; filename="labels.pdf"' },
    });
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return Response.json({ error: { message: error.message, path: error.path } }, { status: 400 });
  }
}
