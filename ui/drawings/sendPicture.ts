import { askApp, NoAnswer } from '../feedback/askApp';

const LOST =
  'The picture, or the answer to it, was lost on the way. Is it larger than 20 MB, or is the app away? Reload the page to see whether it is there.';

/**
 * Sends a picture to where it is kept.
 *
 * @throws NoAnswer where it may have arrived or not, Refusal where it is not taken
 */
export async function sendPicture(to: string, file: File): Promise<{ ok: true }> {
  await askApp(to, { method: 'POST', body: file }).catch((error: unknown) => {
    throw error instanceof NoAnswer ? new NoAnswer(LOST) : error;
  });
  return { ok: true };
}
