import { answer, idOf } from '../../../../../server/answer';
import { database, pictureFolder } from '../../../../../server/database';
import { addPicture, pictureFrom } from '../../../../../server/pictures';

export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answer(async () => {
    const id = await idOf(params);
    return pictureFrom(request, (upload) => addPicture(database(), pictureFolder(), id, upload, new Date()));
  });
}
