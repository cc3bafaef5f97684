/**
 * Sends a picture to where it is kept.
 *
 * @returns what went wrong; empty where nothing did
 */
export async function sendPicture(to: string, file: File): Promise<string> {
  try {
    const answer = await fetch(to, { method: 'POST', body: file });
    const body = (await answer.json()) as {
      ok?: boolean;
      errors?: Record<string, string>;
      error?: { message: string };
    };
    if (answer.ok && body.ok) return '';
    return body.error?.message ?? Object.values(body.errors ?? {})[0] ?? 'the app refused it';
  } catch {
    return 'The picture, or the answer to it, was lost on the way. Is it larger than 20 MB, or is the app away? Reload the page to see whether it is there.';
  }
}
