import { upperFirst } from '../../core/common/format';

interface Refusal {
  error?: { message: string };
}

/**
 * What the app answers at an address.
 *
 * @throws Error where it is away or refuses, in the words that a maker is told
 */
export async function askApp<Answer>(address: string, request?: RequestInit): Promise<Answer> {
  const answer = await fetch(address, request).catch(() => {
    throw new Error('The app cannot be reached just now.');
  });
  const body = (await answer.json().catch(() => ({}))) as Answer & Refusal;
  if (answer.ok) return body;
  const { message } = body.error ?? { message: 'the app refused it' };
  throw new Error(upperFirst(message.endsWith('.') ? message : `${message}.`));
}
