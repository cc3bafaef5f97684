import { jsonResponse, idOf } from '../../../../../server/common/jsonResponse';
import { database, pictureFolder } from '../../../../../server/common/database';
import { addPicture, pictureFrom } from '../../../../../server/logbook/pictures';

export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return jsonResponse(async () => {
    const id = await idOf(params);
    return pictureFrom(request, (upload) => addPicture(database(), pictureFolder(), id, upload, new Date()));
  });
}
