import { jsonResponse, idOf } from '../../../../../server/common/jsonResponse';
import { database } from '../../../../../server/common/database';
import { cutMapDrawing } from '../../../../../server/minis/drawings';
import { unitSystem } from '../../../../../server/common/preferences';

/** The cut map of a plan of minis, as SVG. */
export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return jsonResponse(async () => {
    const id = await idOf(params);
    return new Response(cutMapDrawing(database(), id, await unitSystem()), {
      headers: { 'content-type': 'image/svg+xml', 'content-disposition': `attachment; filename="minis-${id}.svg"` },
    });
  });
}
