import { openApi } from '../../../../server/api/api';

export function GET(): Response {
  return Response.json(openApi());
}
