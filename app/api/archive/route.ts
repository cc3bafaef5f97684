import { Readable } from 'node:stream';
import { answer } from '../../../server/answer';
import { exportArchive, exportZip } from '../../../server/archive';
import { database, databaseFile, pictureFolder, readingDatabase } from '../../../server/database';
import { receiveArchive } from '../../../server/incoming';

/** Everything there is: a zip, written as it is read; or, asked `?as=json`, one document. */
export function GET(request: Request): Response {
  const now = new Date();
  const name = `lazy-acorn-${now.toISOString().slice(0, 10)}`;
  if (new URL(request.url).searchParams.get('as') === 'json')
    return new Response(JSON.stringify(exportArchive(database(), pictureFolder(), now)), {
      headers: { 'content-type': 'application/json', 'content-disposition': `attachment; filename="${name}.json"` },
    });
  const db = readingDatabase();
  const zip = exportZip(db, pictureFolder(), now);
  zip.once('close', () => db.close());
  return new Response(Readable.toWeb(zip) as ReadableStream, {
    headers: { 'content-type': 'application/zip', 'content-disposition': `attachment; filename="${name}.zip"` },
  });
}

/** Looks at an archive; nothing of it is taken over yet. */
export async function POST(request: Request): Promise<Response> {
  return answer(() => receiveArchive(database(), databaseFile(), request.body, new Date()));
}
