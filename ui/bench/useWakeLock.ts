'use client';

import { useEffect } from 'react';

/** Keeps the screen awake while `on`; the browser lets go of it whenever the page is hidden, so it is asked again. */
export function useWakeLock(on: boolean): void {
  useEffect(() => {
    if (!on || !('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | undefined;
    let over = false;
    const ask = async () => {
      if (document.visibilityState !== 'visible') return;
      try {
        lock = await navigator.wakeLock.request('screen');
        if (over) await lock.release();
      } catch {
        // A low battery may refuse it; the run goes on all the same.
      }
    };
    const again = () => void ask();
    void ask();
    document.addEventListener('visibilitychange', again);
    return () => {
      over = true;
      document.removeEventListener('visibilitychange', again);
      void lock?.release();
    };
  }, [on]);
}
