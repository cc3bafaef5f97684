import { Readable } from 'node:stream';
import { jsonResponse, queryOf } from '../../../server/common/jsonResponse';
import { exportArchive, exportZip } from '../../../server/exchange/archive';
import { dayOf } from '../../../core/days/days';
import { database, databaseFile, pictureFolder, readingDatabase } from '../../../server/common/database';
import { receiveArchive } from '../../../server/exchange/archiveUpload';
import { LARGEST_ARCHIVE_BYTES } from '../../../server/common/limits';
import { wholeBody } from '../../../server/common/readBody';

/** Everything there is: a zip, written as it is read; or, asked `?as=json`, one document. */
export async function GET(request: Request): Promise<Response> {
  return jsonResponse(() => {
    const now = new Date();
    const name = `lazy-acorn-${dayOf(now)}`;
    if (queryOf(request).as === 'json')
      return new Response(JSON.stringify(exportArchive(database(), pictureFolder(), now)), {
        headers: { 'content-type': 'application/json', 'content-disposition': `attachment; filename="${name}.json"` },
      });
    return new Response(Readable.toWeb(exportZip(readingDatabase(), pictureFolder(), now)) as ReadableStream, {
      headers: { 'content-type': 'application/zip', 'content-disposition': `attachment; filename="${name}.zip"` },
    });
  });
}

/** Looks at an archive; nothing of it is taken over yet. */
export async function POST(request: Request): Promise<Response> {
  return jsonResponse(() =>
    receiveArchive(database(), databaseFile(), wholeBody(request, LARGEST_ARCHIVE_BYTES, ''), new Date()),
  );
}
