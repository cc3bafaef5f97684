'use client';

import { useRouter } from 'next/navigation';
import { useCallback } from 'react';

/** For what is asked by what the page shows: where that is refused, the page shows what is there now. */
export function useAsSeen(): <Outcome extends { ok: boolean }>(asked: Promise<Outcome>) => Promise<Outcome> {
  const router = useRouter();
  return useCallback(
    async (asked) => {
      const outcome = await asked;
      if (!outcome.ok) router.refresh();
      return outcome;
    },
    [router],
  );
}
