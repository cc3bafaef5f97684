import { jsonResponse, queryOf } from '../../../server/common/jsonResponse';
import { database } from '../../../server/common/database';
import { unitSystem } from '../../../server/common/preferences';
import { checkedShelfAsk, shelfPage } from '../../../server/yarn/shelf';

export async function GET(request: Request): Promise<Response> {
  return jsonResponse(async () => {
    const system = await unitSystem();
    return shelfPage(database(), checkedShelfAsk(queryOf(request)), system);
  });
}
