import { Readable } from 'node:stream';
import { jsonResponse, fromOwn, NotFoundError, queryOf } from '../../../../server/common/jsonResponse';
import { addListed, csvOf, weighingsOfCsv } from '../../../../server/exchange/csv';
import { database, readingDatabase } from '../../../../server/common/database';
import { LARGEST_LIST_BYTES } from '../../../../server/common/limits';
import { readBody } from '../../../../server/common/readBody';
import { CSV_TABLE_NAMES } from '../../../../formats/tablesCsv';

type Params = { params: Promise<{ table: string }> };

/** A table as comma-separated values, written as it is read. */
export async function GET(_: Request, { params }: Params): Promise<Response> {
  const { table } = await params;
  return jsonResponse(() => {
    const name = (['yarns', 'stock', ...CSV_TABLE_NAMES] as const).find((each) => each === table);
    if (!name) throw new NotFoundError('there is no such table');
    const db = readingDatabase();
    const stream = Readable.from(fromOwn(db, csvOf(db, name)));
    return new Response(Readable.toWeb(stream) as ReadableStream, {
      headers: {
        'content-type': 'text/csv; charset=utf-8',
        'content-disposition': `attachment; filename="${name}.csv"`,
      },
    });
  });
}

/** Adds a list of weighings; with `?look`, it is only read; with `?dry`, what was in water is dry. */
export async function POST(request: Request, { params }: Params): Promise<Response> {
  return jsonResponse(async () => {
    if ((await params).table !== 'weighings') throw new NotFoundError('only weighings can be added so');
    const { look, dry } = queryOf(request);
    const bytes = await readBody(request, LARGEST_LIST_BYTES, 'file');
    const list = await weighingsOfCsv(bytes, request.signal);
    const rows = list.weighings.length;
    if (look !== undefined) return { rows, entries: [] };
    const entered = addListed(database(), list, dry !== undefined, new Date());
    // Those that were there before are not taken back with the others.
    return {
      rows,
      entries: entered.filter(({ isNew }) => isNew).map(({ operationId }) => operationId),
    };
  });
}
