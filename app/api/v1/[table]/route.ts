import { answer } from '../../../../server/answer';
import { apiTable, checkedWeighings, jsonBody } from '../../../../server/api';
import { addWeighings } from '../../../../server/csv';
import { database } from '../../../../server/database';

type Params = { params: Promise<{ table: string }> };

export async function GET(request: Request, { params }: Params): Promise<Response> {
  const { table } = await params;
  const query = Object.fromEntries(new URL(request.url).searchParams);
  return answer(() => apiTable(database(), table, query) ?? new Response('There is no such table.', { status: 404 }));
}

export async function POST(request: Request, { params }: Params): Promise<Response> {
  if ((await params).table !== 'weighings') return new Response('Nothing can be added there.', { status: 404 });
  return answer(async () => ({
    entries: addWeighings(database(), checkedWeighings(await jsonBody(request)), new Date()),
  }));
}
