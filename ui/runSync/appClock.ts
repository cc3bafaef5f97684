/**
 * What time it is for the app. Tablet and phone may have clocks that are minutes apart; what both write into one run has to
 * be on one clock, or a cake that is just wound would have taken longer, or shorter, than it did.
 */

/** Clocks that are closer than this are the same: answers take their time, too. */
const NOTICED_MS = 2000;

let aheadMs = 0;

/** The app's clock told `appMs` in an answer to what was sent and received at these times of this screen's own clock. */
export function heardTime(appMs: number, sentMs: number, receivedMs: number): void {
  const differsMs = appMs - (sentMs + receivedMs) / 2;
  const doubtMs = Math.abs(receivedMs - sentMs) / 2 + NOTICED_MS;
  if (Math.abs(differsMs - aheadMs) > doubtMs) aheadMs = differsMs;
}

/** Now, on the app's clock as far as it is known. */
export function appNow(): number {
  return Math.max(0, Math.round(Date.now() + aheadMs));
}
