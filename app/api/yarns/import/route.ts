import type { NextRequest } from 'next/server';
import { answer } from '../../../../server/answer';
import { database } from '../../../../server/database';
import { importYarns, previewImport } from '../../../../server/importYarns';
import { preferences } from '../../../../server/preferences';
import { readBody } from '../../../../server/readBody';
import { LARGEST_CSV_BYTES } from '../../../../formats/yarnCsv';

/** The list is the body; how it is to be read stands in the address: `?ask=JSON`, and `&write` to do it. */
export async function POST(request: NextRequest): Promise<Response> {
  const { system } = await preferences();
  const params = request.nextUrl.searchParams;
  return answer(async () => {
    const bytes = await readBody(request, LARGEST_CSV_BYTES, 'file');
    return params.has('write')
      ? importYarns(database(), bytes, params.get('ask'), system, new Date())
      : previewImport(database(), bytes, params.get('ask'), system);
  });
}
