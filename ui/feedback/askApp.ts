import { asSentence } from '../../core/common/format';

interface Refusal {
  error?: { message: string };
}

/**
 * What the app answers at an address.
 *
 * @throws Error where it is away or refuses, in the words that a maker is told
 */
export async function askApp<Answer>(address: string, request?: RequestInit): Promise<Answer> {
  const away = () => Promise.reject(new Error('The app cannot be reached just now.'));
  const answer = await fetch(address, request).catch(away);
  // Cut off under way, it is no answer.
  if (answer.ok) return (await answer.json().catch(away)) as Answer;
  const { error } = (await answer.json().catch(() => ({}))) as Refusal;
  throw new Error(asSentence(error?.message ?? 'the app refused it'));
}
