import { answer, queryOf } from '../../../../server/answer';
import { database } from '../../../../server/database';
import { cellsOf, importYarns, previewImport } from '../../../../server/importYarns';
import { LARGEST_LIST_BYTES } from '../../../../server/limits';
import { preferences } from '../../../../server/preferences';
import { readBody } from '../../../../server/readBody';

/** The list is the body; how it is to be read stands in the address: `?ask=JSON`, and `&write` to do it. */
export async function POST(request: Request): Promise<Response> {
  return answer(async () => {
    const { system } = await preferences();
    const { ask = null, write } = queryOf(request);
    const list = await cellsOf(await readBody(request, LARGEST_LIST_BYTES, 'file'), request.signal);
    return write === undefined
      ? previewImport(database(), list, ask, system)
      : importYarns(database(), list, ask, system, new Date());
  });
}
