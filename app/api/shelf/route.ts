import { answer, queryOf } from '../../../server/answer';
import { database } from '../../../server/database';
import { preferences } from '../../../server/preferences';
import { checkedShelfAsk, shelfPage } from '../../../server/shelf';

export async function GET(request: Request): Promise<Response> {
  return answer(async () => {
    const { system } = await preferences();
    return shelfPage(database(), checkedShelfAsk(queryOf(request)), system);
  });
}
