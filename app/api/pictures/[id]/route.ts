import { jsonResponse, idOf, NotFoundError } from '../../../../server/common/jsonResponse';
import { database, pictureFolder } from '../../../../server/common/database';
import { readPictureFile } from '../../../../server/logbook/pictures';

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return jsonResponse(async () => {
    const data = readPictureFile(database(), pictureFolder(), await idOf(params));
    if (!data) throw new NotFoundError('there is no such picture');
    return new Response(new Uint8Array(data), {
      headers: { 'content-type': 'image/webp', 'cache-control': 'private, max-age=31536000, immutable' },
    });
  });
}
