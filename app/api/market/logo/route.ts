import { database } from '../../../../server/common/database';
import { jsonResponse } from '../../../../server/common/jsonResponse';
import { pictureFrom } from '../../../../server/logbook/pictures';
import { saveLogo } from '../../../../server/market/maker';

/** The picture that stands on labels. */
export function POST(request: Request): Promise<Response> {
  return jsonResponse(() => pictureFrom(request, (upload) => saveLogo(database(), upload)));
}
