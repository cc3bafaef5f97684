import { unstable_isUnrecognizedActionError as isUnknownAction } from 'next/navigation';
import { NoAnswer, Refusal } from './askApp';

/** Why an action of the app did not do what it was asked, by the place of it. */
interface Refused {
  ok: false;
  errors: Record<string, string>;
}

/** What was asked of the app was not done, or nobody knows. */
export interface NotDone {
  ok: false;
  /** Why, in words. */
  problem: string;
  /** The place in what was sent; empty: all of it. */
  path: string;
  /** No answer came: it may have been done all the same. */
  unsure: boolean;
}

/** Work that the app does when it is asked: by an action, or at an address. */
export type Work<Done extends { ok: true }> = () => Promise<Done | Refused>;

/** What came of it. Whatever breaks off without an answer leaves one unsure. */
export async function outcomeOf<Done extends { ok: true }>(work: Work<Done>): Promise<Done | NotDone> {
  try {
    const outcome = await work();
    return outcome.ok ? outcome : notDone(Object.values(outcome.errors).join('. '));
  } catch (error) {
    if (error instanceof Refusal) return notDone(error.message, error.path);
    return { ...notDone(whyUnanswered(error)), unsure: !isUnknownAction(error) };
  }
}

/** Why there is no answer to an action or a request, in words. */
export function whyUnanswered(error: unknown): string {
  if (isUnknownAction(error))
    return 'the app was updated since this page was opened; load the page anew, then try again';
  return (error instanceof NoAnswer ? error : new NoAnswer()).message;
}

function notDone(problem: string, path = ''): NotDone {
  return { ok: false, problem, path, unsure: false };
}
