import { jsonResponse, queryOf } from '../../../../server/common/jsonResponse';
import { systemNamed } from '../../../../core/common/units';
import { LARGEST_LIST_BYTES } from '../../../../server/common/limits';
import { unitSystem } from '../../../../server/common/preferences';
import { followed } from '../../../../server/common/progress';
import { readBody } from '../../../../server/common/readBody';
import { lookAtList, putListOnShelf } from '../../../../server/exchange/wholesale';

/**
 * The list is the body; how it is to be read stands in the address: `?ask=JSON`, `&units` where a bare number is not in those
 * of the browser, and `&write` to do it.
 */
export async function POST(request: Request): Promise<Response> {
  return jsonResponse(async () => {
    const { ask = null, units, write, work } = queryOf(request);
    const system = units === undefined ? await unitSystem() : systemNamed(units);
    const list = { bytes: await readBody(request, LARGEST_LIST_BYTES, 'file'), ask, system };
    if (write === undefined) return lookAtList(list, request.signal);
    return followed(work, (tell) => putListOnShelf(list, tell));
  });
}
