/** Why a microphone or a camera does not come. */
export type MediaRefusal = 'not allowed' | 'none there' | 'taken' | 'not safe' | 'gone' | 'app away';

/** What counts comes from the app, and the app does not answer. */
export class AppAway extends Error {}

/** Why it did not come, by what the browser threw. */
export function mediaRefusal(error: unknown): MediaRefusal {
  if (error instanceof AppAway) return 'app away';
  if (!(error instanceof DOMException)) return 'not safe';
  switch (error.name) {
    case 'NotAllowedError':
    case 'SecurityError':
      return 'not allowed';
    case 'NotFoundError':
    case 'OverconstrainedError':
      return 'none there';
    default:
      return 'taken';
  }
}

/** The same, said to a maker, with what helps. */
export function refusalWords(refusal: MediaRefusal, what: 'microphone' | 'camera'): string {
  switch (refusal) {
    case 'not allowed':
      return `The browser does not allow the ${what} here. Allow it beside the page’s address, then try again.`;
    case 'none there':
      return `No ${what} was found. Plug one in, then try again.`;
    case 'taken':
      return `Another program has the ${what}, or it is broken. Close the other, then try again.`;
    case 'not safe':
      return `A ${what} works only where this page is opened on this computer, or over https.`;
    case 'app away':
      return `The app cannot be reached just now, and what the ${what} counts by comes from it. Try again once it is back.`;
    case 'gone':
      return `The ${what} is gone: unplugged, or taken by another program. Turns since then were not counted.`;
  }
}
