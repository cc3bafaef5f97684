import { Readable } from 'node:stream';
import { answer } from '../../../../server/answer';
import { addWeighings, csvOf, weighingsOfCsv } from '../../../../server/csv';
import { database, readingDatabase } from '../../../../server/database';
import { readBody } from '../../../../server/readBody';
import { CSV_TABLE_NAMES } from '../../../../formats/tablesCsv';
import { decodeCsv, LARGEST_CSV_BYTES } from '../../../../formats/yarnCsv';

type Params = { params: Promise<{ table: string }> };

/** A table as comma-separated values, written as it is read. */
export async function GET(_: Request, { params }: Params): Promise<Response> {
  const { table } = await params;
  const name = (['yarns', ...CSV_TABLE_NAMES] as const).find((each) => each === table);
  if (!name) return new Response('There is no such table.', { status: 404 });
  const db = readingDatabase();
  const stream = Readable.from(csvOf(db, name));
  stream.once('close', () => db.close());
  return new Response(Readable.toWeb(stream) as ReadableStream, {
    headers: { 'content-type': 'text/csv; charset=utf-8', 'content-disposition': `attachment; filename="${name}.csv"` },
  });
}

/** Adds a list of weighings; with `?look`, it is only read. */
export async function POST(request: Request, { params }: Params): Promise<Response> {
  if ((await params).table !== 'weighings') return new Response('Only weighings can be added so.', { status: 404 });
  return answer(async () => {
    const { text } = decodeCsv(await readBody(request, LARGEST_CSV_BYTES, 'file'));
    const weighings = weighingsOfCsv(text);
    const look = new URL(request.url).searchParams.has('look');
    return { rows: weighings.length, entries: look ? [] : addWeighings(database(), weighings, new Date()) };
  });
}
