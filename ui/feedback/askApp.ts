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
  const away = () => Promise.reject(new NoAnswer());
  const answer = await fetch(address, request).catch(away);
  // Cut off under way, it is no answer.
  if (answer.ok) return (await answer.json().catch(away)) as Answer;
  const { error } = (await answer.json().catch(() => ({}))) as { error?: { message: string; path: string } };
  // What the app refuses it says why; without that something broke, and nobody knows what came of it.
  throw error ? new Refusal(error.message, error.path) : new NoAnswer('the app failed at it; try again in a moment');
}
