import { jsonResponse, jsonBody, NotFoundError, queryOf } from '../../../../server/common/jsonResponse';
import { apiTable, checkedWeighings } from '../../../../server/api/api';
import { addWeighings } from '../../../../server/exchange/csv';
import { database } from '../../../../server/common/database';

type Params = { params: Promise<{ table: string }> };

export async function GET(request: Request, { params }: Params): Promise<Response> {
  const { table } = await params;
  return jsonResponse(() => apiTable(database(), table, queryOf(request)));
}

export async function POST(request: Request, { params }: Params): Promise<Response> {
  const { table } = await params;
  return jsonResponse(async () => {
    if (table !== 'weighings') throw new NotFoundError('nothing can be added there');
    const body = await jsonBody(request);
    const entered = addWeighings(database(), checkedWeighings(body), new Date());
    return { entries: entered.map(({ operationId }) => operationId) };
  });
}
