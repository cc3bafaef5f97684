'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useRef, useState, useTransition } from 'react';
import { newKey } from './newKey';

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
  const unanswered = useRef(new Map<string, string>());
  const run = useCallback(
    async (task: Task, then?: (id: number) => void) => {
      setSending(true);
      setProblem('');
      const asking: string[] = [];
      const keyOf = (asked: object) => {
        const name = JSON.stringify(asked);
        asking.push(name);
        if (!unanswered.current.has(name)) unanswered.current.set(name, newKey());
        return unanswered.current.get(name)!;
      };
      const outcome = await task(keyOf).catch(() => null);
      setSending(false);
      if (outcome === null) return setProblem('The app cannot be reached just now; try again in a moment.');
      for (const name of asking) unanswered.current.delete(name);
      if (!outcome.ok) return setProblem(Object.values(outcome.errors).join('. '));
      then?.(outcome.id);
      startRefreshing(() => router.refresh());
    },
    [router],
  );
  return { busy: isSending || isRefreshing, problem, run };
}
