import { answer } from '../../../../../server/answer';
import { database, pictureFolder } from '../../../../../server/database';
import { addPictureOfDoing, LARGEST_UPLOAD_BYTES } from '../../../../../server/pictures';
import { readBody } from '../../../../../server/readBody';

export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const operationId = Number((await params).id);
  return answer(async () => {
    const upload = await readBody(request, LARGEST_UPLOAD_BYTES, 'picture');
    return addPictureOfDoing(database(), pictureFolder(), operationId, upload, new Date());
  });
}
