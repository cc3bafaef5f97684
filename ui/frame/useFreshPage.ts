'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef, useTransition } from 'react';
import { askApp } from '../feedback/askApp';
import { useIsLeft } from './useIsLeft';

/** Has the page show what is kept now. Resolves once it does, or at once where the app is away or the page has been left. */
export function useFreshPage(): () => Promise<void> {
  const router = useRouter();
  const [isRefreshing, startRefreshing] = useTransition();
  const shown = useRef<() => void>(undefined);
  const isLeft = useIsLeft();
  useEffect(() => {
    if (!isRefreshing) shown.current?.();
  }, [isRefreshing]);
  // Whoever waits for it is not left waiting.
  useEffect(() => () => shown.current?.(), []);
  return useCallback(async () => {
    // Asked first whether the app is there: a page that is drawn anew without it is gone.
    const isThere = await askApp('/api/runs').then(
      () => true,
      () => false,
    );
    if (!isThere || isLeft.current) return;
    await new Promise<void>((resolve) => {
      shown.current = resolve;
      startRefreshing(() => router.refresh());
    });
  }, [router, isLeft]);
}
