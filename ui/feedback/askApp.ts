/** No answer came, or only a part of one: what was asked for may have been done all the same. */
export class NoAnswer extends Error {
  constructor(words = 'the app cannot be reached just now; try again in a moment') {
    super(words);
  }
}

/** The app did not do what it was asked, and says why. */
export class Refusal extends Error {
  constructor(
    words: string,
    /** The place in what was sent; empty: all of it. */
    readonly path: string,
  ) {
    super(words);
  }
}

/**
 * What the app answers at an address.
 *
 * @throws NoAnswer where it is away or fails, Refusal where it refuses: in the words that a maker is told
 */
export async function askApp<Answer>(address: string, request?: RequestInit): Promise<Answer> {
  const answer = await fetch(address, request).catch(() => unsent(request?.body));
  // Cut off under way, it is no answer.
  if (answer.ok) return (await answer.json().catch(() => Promise.reject(new NoAnswer()))) as Answer;
  const { error } = (await answer.json().catch(() => ({}))) as { error?: { message: string; path: string } };
  // What the app refuses it says why; without that something broke, and nobody knows what came of it.
  throw error ? new Refusal(error.message, error.path) : new NoAnswer('the app failed at it; try again in a moment');
}

/** Why no answer came: a file that was changed after it was chosen is not given out any more, and nothing was sent. */
async function unsent(body: RequestInit['body']): Promise<never> {
  if (body instanceof Blob && !(await canBeRead(body)))
    throw new Refusal('this file was changed or moved since it was chosen; choose it again', '');
  throw new NoAnswer();
}

async function canBeRead(blob: Blob): Promise<boolean> {
  try {
    await blob.slice(0, 1).arrayBuffer();
    return true;
  } catch {
    return false;
  }
}
