import { answer } from '../../../../../server/answer';
import { database } from '../../../../../server/database';
import { cutMapDrawing } from '../../../../../server/drawings';
import { preferences } from '../../../../../server/preferences';

/** The cut map of a plan of minis, as SVG. */
export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const { id } = await params;
  return answer(
    async () =>
      new Response(cutMapDrawing(database(), Number(id), (await preferences()).system), {
        headers: { 'content-type': 'image/svg+xml', 'content-disposition': `attachment; filename="minis-${id}.svg"` },
      }),
  );
}
