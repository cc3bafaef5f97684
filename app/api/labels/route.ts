import type { NextRequest } from 'next/server';
import { answer } from '../../../server/answer';
import { database } from '../../../server/database';
import { labelSheet } from '../../../server/labels';
import { preferences } from '../../../server/preferences';

export function GET(request: NextRequest): Promise<Response> {
  const { searchParams, protocol } = request.nextUrl;
  const origin = `${protocol}//${request.headers.get('host')}`;
  return answer(async () => {
    const pdf = await labelSheet(database(), Object.fromEntries(searchParams), (await preferences()).system, origin);
    return new Response(new Uint8Array(pdf), {
      headers: { 'content-type': 'application/pdf', 'content-disposition': 'inline; filename="labels.pdf"' },
    });
  });
}
