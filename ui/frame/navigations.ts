/** The app's own code and Next's entry are bundled apart: what both know is kept where both look. */
const KEPT = globalThis as { navigationsBegun?: number };

/** Somebody goes to another page: a link was pressed, or a key, or the browser's way back. */
export function noteNavigation(): void {
  KEPT.navigationsBegun = navigationsBegun() + 1;
}

/** How many times anybody has gone to another page, so that it can be told whether somebody has since. */
export function navigationsBegun(): number {
  return KEPT.navigationsBegun ?? 0;
}
