'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useState } from 'react';

type Outcome = { ok: true; id: number } | { ok: false; errors: Record<string, string> };

/**
 * Something that is done by one press: busy while it is under way, refused in words, and the page made anew once it is
 * done.
 */
export function useTask(): {
  busy: boolean;
  problem: string;
  run: (task: () => Promise<Outcome>, then?: (id: number) => void) => void;
} {
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState('');
  const run = useCallback(
    (task: () => Promise<Outcome>, then?: (id: number) => void) => {
      setBusy(true);
      setProblem('');
      void task()
        .catch((): Outcome => ({
          ok: false,
          errors: { '': 'The app cannot be reached just now; try again in a moment.' },
        }))
        .then((outcome) => {
          setBusy(false);
          if (!outcome.ok) return setProblem(Object.values(outcome.errors).join('. '));
          then?.(outcome.id);
          router.refresh();
        });
    },
    [router],
  );
  return { busy, problem, run };
}
