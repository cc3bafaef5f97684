import { jsonResponse, queryOf } from '../../../server/common/jsonResponse';
import { shareDone } from '../../../server/common/progress';

/** How much of a long work is done, by the name that its asker gave it. */
export function GET(request: Request): Promise<Response> {
  return jsonResponse(() => ({ share: shareDone(queryOf(request).work ?? '') }));
}
