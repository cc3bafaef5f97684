'use client';

import { useEffect } from 'react';
import { useFreshPage } from './useFreshPage';

/** Who was away for less only looked at something, or chose a file. */
const AWAY_MS = 10_000;

/**
 * A page that one comes back to shows what is so now: another tab, another device or the night may have changed it. What
 * is typed in it, or lies open, stays.
 */
export function useFreshOnReturn(on: boolean): void {
  const freshPage = useFreshPage();
  useEffect(() => {
    if (!on) return;
    let leftMs: number | null = null;
    const leave = () => {
      leftMs ??= Date.now();
    };
    const comeBack = () => {
      const awayMs = leftMs === null ? 0 : Date.now() - leftMs;
      leftMs = null;
      if (awayMs < AWAY_MS) return;
      void freshPage();
    };
    const turn = () => (document.visibilityState === 'visible' ? comeBack() : leave());
    document.addEventListener('visibilitychange', turn);
    window.addEventListener('blur', leave);
    window.addEventListener('focus', comeBack);
    return () => {
      document.removeEventListener('visibilitychange', turn);
      window.removeEventListener('blur', leave);
      window.removeEventListener('focus', comeBack);
    };
  }, [on, freshPage]);
}
