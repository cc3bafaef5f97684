import { answer, jsonBody } from '../../../../server/answer';
import { database, databaseFile, pictureFolder } from '../../../../server/database';
import { takeArchive, takeRequest } from '../../../../server/incoming';

/** Takes over an archive that was looked at. */
export async function POST(request: Request): Promise<Response> {
  return answer(async () => {
    const { token, how } = takeRequest(await jsonBody(request));
    return takeArchive(database(), { file: databaseFile(), pictures: pictureFolder() }, token, how, new Date());
  });
}
