import type { NextRequest } from 'next/server';
import { database } from '../../../server/database';
import { preferences } from '../../../server/preferences';
import { shelfPage } from '../../../server/shelf';

export async function GET(request: NextRequest): Promise<Response> {
  const ask = Object.fromEntries(request.nextUrl.searchParams);
  return Response.json(shelfPage(database(), ask, (await preferences()).system));
}
