'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useState, useTransition } from 'react';
import { asking, takenBack } from './asking';

type Outcome = { ok: true; id: number } | { ok: false; errors: Record<string, string> };

/** What is done; `keyOf` names what is asked, and gives the same name again as long as no answer to it has come. */
type Task = (keyOf: (asked: object) => string) => Promise<Outcome>;

/**
 * Something that is done by one press: busy until the page shows what has become of it, so that no second press goes by
 * what was there before; refused in words.
 */
export function useTask(): {
  busy: boolean;
  problem: string;
  run: (task: Task, then?: (id: number) => void) => Promise<void>;
} {
  const router = useRouter();
  const [isSending, setSending] = useState(false);
  const [isRefreshing, startRefreshing] = useTransition();
  const [problem, setProblem] = useState('');
  const run = useCallback(
    async (task: Task, then?: (id: number) => void) => {
      setSending(true);
      setProblem('');
      const open: (() => void)[] = [];
      const keyOf = (asked: object) => {
        const { key, answered } = asking(asked);
        open.push(answered);
        return key;
      };
      const outcome = await task(keyOf).catch(() => null);
      setSending(false);
      if (outcome === null) return setProblem('The app cannot be reached just now; try again in a moment.');
      for (const answered of open) answered();
      if (!outcome.ok) return setProblem(Object.values(outcome.errors).join('. '));
      // What makes nothing takes something back, or puts it otherwise.
      if (open.length === 0) takenBack();
      then?.(outcome.id);
      startRefreshing(() => router.refresh());
    },
    [router],
  );
  return { busy: isSending || isRefreshing, problem, run };
}
