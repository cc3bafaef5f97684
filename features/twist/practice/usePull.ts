'use client';

import { useCallback, useEffect, useMemo, useState } from 'react';

/** Times round that the whole of a pull is drawn with. */
const MOST_WRAPS = 4;
const SECONDS = 5;

/**
 * How far a strand has been pulled: it runs by itself once it may, or as it is dragged; where no motion is wanted it
 * is drawn pulled at once.
 */
export function usePull(may: boolean): {
  share: number;
  wraps: number;
  to: (share: number) => void;
  reset: () => void;
} {
  const [share, setShare] = useState(0);
  const [byHand, setByHand] = useState(false);

  useEffect(() => {
    if (!may || byHand) return;
    const still = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
    let frame = 0;
    let startMs: number | null = null;
    const step = (nowMs: number) => {
      startMs ??= nowMs;
      const next = still ? 1 : Math.min(1, (nowMs - startMs) / 1000 / SECONDS);
      setShare(next);
      if (next < 1) frame = requestAnimationFrame(step);
    };
    frame = requestAnimationFrame(step);
    return () => cancelAnimationFrame(frame);
  }, [may, byHand]);

  const to = useCallback((next: number) => {
    setByHand(true);
    setShare(next);
  }, []);
  const reset = useCallback(() => {
    setByHand(false);
    setShare(0);
  }, []);
  return useMemo(() => ({ share, wraps: share * MOST_WRAPS, to, reset }), [share, to, reset]);
}
