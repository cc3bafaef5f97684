import { readPictureFile } from '../../../../server/pictures';
import { database, pictureFolder } from '../../../../server/database';

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const data = readPictureFile(database(), pictureFolder(), Number((await params).id));
  if (!data) return new Response('There is no such picture.', { status: 404 });
  return new Response(new Uint8Array(data), {
    headers: { 'content-type': 'image/webp', 'cache-control': 'private, max-age=31536000, immutable' },
  });
}
