'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useState, useTransition } from 'react';

type Outcome = { ok: true; id: number } | { ok: false; errors: Record<string, string> };

/**
 * Something that is done by one press: busy until the page shows what has become of it, so that no second press goes by
 * what was there before; refused in words.
 */
export function useTask(): {
  busy: boolean;
  problem: string;
  run: (task: () => Promise<Outcome>, then?: (id: number) => void) => Promise<void>;
} {
  const router = useRouter();
  const [isSending, setSending] = useState(false);
  const [isRefreshing, startRefreshing] = useTransition();
  const [problem, setProblem] = useState('');
  const run = useCallback(
    async (task: () => Promise<Outcome>, then?: (id: number) => void) => {
      setSending(true);
      setProblem('');
      const outcome = await task().catch((): Outcome => ({
        ok: false,
        errors: { '': 'The app cannot be reached just now; try again in a moment.' },
      }));
      setSending(false);
      if (!outcome.ok) return setProblem(Object.values(outcome.errors).join('. '));
      then?.(outcome.id);
      startRefreshing(() => router.refresh());
    },
    [router],
  );
  return { busy: isSending || isRefreshing, problem, run };
}
