import { openApi } from '../../../../server/api';

export function GET(): Response {
  return Response.json(openApi());
}
