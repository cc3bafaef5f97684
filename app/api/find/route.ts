import { database } from '../../../server/database';
import { findAll } from '../../../server/findAll';

/** Everything that words find. */
export function GET(request: Request): Response {
  const asked = new URL(request.url).searchParams.get('q') ?? '';
  return Response.json(findAll(database(), asked.slice(0, 200)));
}
