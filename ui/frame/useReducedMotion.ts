'use client';

import { useSyncExternalStore } from 'react';

const ASKED = '(prefers-reduced-motion: reduce)';

/** Whether this reader wants nothing to move. */
export function useReducedMotion(): boolean {
  return useSyncExternalStore(
    (changed) => {
      const query = matchMedia(ASKED);
      query.addEventListener('change', changed);
      return () => query.removeEventListener('change', changed);
    },
    () => matchMedia(ASKED).matches,
    () => false,
  );
}
