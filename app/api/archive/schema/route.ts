import { archiveJsonSchema } from '../../../../formats/archive';

export function GET(): Response {
  return Response.json(archiveJsonSchema());
}
