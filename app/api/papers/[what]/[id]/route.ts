import type { NextRequest } from 'next/server';
import { answer } from '../../../../../server/answer';
import { database } from '../../../../../server/database';
import { runSheet, storyPdf } from '../../../../../server/papers';
import { preferences } from '../../../../../server/preferences';

const PAPERS = { run: runSheet, story: storyPdf };

/** A run sheet or a yarn's story, as a PDF. */
export async function GET(
  request: NextRequest,
  { params }: { params: Promise<{ what: string; id: string }> },
): Promise<Response> {
  const { what, id } = await params;
  const paper = what === 'run' || what === 'story' ? PAPERS[what] : undefined;
  if (!paper) return new Response('There is no such paper.', { status: 404 });
  const origin = `${request.nextUrl.protocol}//${request.headers.get('host')}`;
  return answer(async () => {
    const pdf = await paper(database(), Number(id), (await preferences()).system, origin);
    return new Response(new Uint8Array(pdf), {
      headers: { 'content-type': 'application/pdf', 'content-disposition': `inline; filename="${what}-${id}.pdf"` },
    });
  });
}
