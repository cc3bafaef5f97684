import { InputError } from '../core/inputError';

/** Answers with what the work gives, as JSON where it is no response by itself; with 400 and the place where what came in is at fault. */
export async function answer(work: () => unknown): Promise<Response> {
  try {
    const given = await work();
    return given instanceof Response ? given : Response.json(given);
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return Response.json({ error: { message: error.message, path: error.path } }, { status: 400 });
  }
}
