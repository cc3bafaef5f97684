'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useState, useTransition } from 'react';
import { asking, takenBack } from './asking';
import { outcomeOf, type Work } from './outcome';

/** What is done; `keyOf` names what is asked, and gives the same name again as long as no answer to it has come. */
type Task<Done extends { ok: true }> = (keyOf: (asked: object) => string) => ReturnType<Work<Done>>;

/**
 * Something that is done by one press: busy until the page shows what has become of it, so that no second press goes by
 * what was there before; refused in words.
 */
export function useTask(): {
  busy: boolean;
  problem: string;
  run: <Done extends { ok: true }>(task: Task<Done>, then?: (done: Done) => void) => Promise<void>;
} {
  const router = useRouter();
  const [isSending, setSending] = useState(false);
  const [isRefreshing, startRefreshing] = useTransition();
  const [problem, setProblem] = useState('');
  const run = useCallback(
    async <Done extends { ok: true }>(task: Task<Done>, then?: (done: Done) => void) => {
      setSending(true);
      setProblem('');
      const open: (() => void)[] = [];
      const keyOf = (asked: object) => {
        const { key, answered } = asking(asked);
        open.push(answered);
        return key;
      };
      const outcome = await outcomeOf(() => task(keyOf));
      setSending(false);
      if (outcome.ok || !outcome.unsure) for (const answered of open) answered();
      if (!outcome.ok) return setProblem(outcome.problem);
      // What makes nothing takes something back, or puts it otherwise.
      if (open.length === 0) takenBack();
      then?.(outcome);
      startRefreshing(() => router.refresh());
    },
    [router],
  );
  return { busy: isSending || isRefreshing, problem, run };
}
