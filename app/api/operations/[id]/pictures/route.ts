import { answer, idOf } from '../../../../../server/common/jsonResponse';
import { database, pictureFolder } from '../../../../../server/common/database';
import { addPictureOfDoing, pictureFrom } from '../../../../../server/logbook/pictures';

export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answer(async () => {
    const id = await idOf(params);
    return pictureFrom(request, (upload) => addPictureOfDoing(database(), pictureFolder(), id, upload, new Date()));
  });
}
