'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useState, useTransition } from 'react';
import { asSentence } from '../../core/common/format';
import { navigationsBegun } from '../frame/navigations';
import { useIsLeft } from '../frame/useIsLeft';
import { asking, takenBack } from './asking';
import { outcomeOf, type Work } from './outcome';
import { useUndoOffer } from './UndoOffer';

/** What is done; `keyOf` names what is asked, and gives the same name again as long as no answer to it has come. */
type Task<Done extends { ok: true }> = (keyOf: (asked: object) => string) => ReturnType<Work<Done>>;

/** What comes after it is done: the page it leads to, if any. */
type Then<Done> = (done: Done) => string | null | void;

/**
 * Something that is done by one press: busy until the page shows what has become of it, so that no second press goes by
 * what was there before; refused in words. Where it leads on (`then` gives the page), whoever went elsewhere meanwhile is
 * not called back; of a refusal they hear all the same.
 */
export function useTask(): {
  busy: boolean;
  problem: string;
  run: <Done extends { ok: true }>(task: Task<Done>, then?: Then<Done>) => Promise<void>;
} {
  const router = useRouter();
  const [isSending, setSending] = useState(false);
  const [isRefreshing, startRefreshing] = useTransition();
  const [problem, setProblem] = useState('');
  const tell = useUndoOffer();
  const isLeft = useIsLeft();
  const run = useCallback(
    async <Done extends { ok: true }>(task: Task<Done>, then?: Then<Done>) => {
      const navigations = navigationsBegun();
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
      const hasGoneOn = navigationsBegun() !== navigations;
      if (!outcome.ok) {
        // A sheet that was closed shows nothing, either.
        if (hasGoneOn || isLeft.current)
          tell({ words: `${outcome.unsure ? '' : 'That was not done. '}${asSentence(outcome.problem)}` });
        return setProblem(outcome.problem);
      }
      // What makes nothing takes something back, or puts it otherwise.
      if (open.length === 0) takenBack();
      const page = then?.(outcome);
      if (page && !hasGoneOn) router.push(page);
      startRefreshing(() => router.refresh());
    },
    [router, tell, isLeft],
  );
  return { busy: isSending || isRefreshing, problem, run };
}
