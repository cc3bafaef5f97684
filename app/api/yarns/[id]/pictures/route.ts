import { answer } from '../../../../../server/answer';
import { database, pictureFolder } from '../../../../../server/database';
import { addPicture, LARGEST_UPLOAD_BYTES } from '../../../../../server/pictures';
import { readBody } from '../../../../../server/readBody';

export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const yarnId = Number((await params).id);
  return answer(async () => {
    const upload = await readBody(request, LARGEST_UPLOAD_BYTES, 'picture');
    return addPicture(database(), pictureFolder(), yarnId, upload, new Date());
  });
}
