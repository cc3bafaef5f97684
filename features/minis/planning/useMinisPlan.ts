'use client';

import { startTransition, useCallback, useEffect, useRef, useState } from 'react';
import type { MinisWanted } from '../../../core/minis/miniPlan';
import type { SizeAlternative } from '../../../core/minis/sizeAlternatives';
import type { MinisAnswer } from '../../../solver/minisWanted';
import type { MinisQuestion, MinisReport } from '../../../workers/minis.worker';

/** How the planning stands: the best plan so far, and whether it is still being bettered. */
export interface MinisPlanning {
  answer: MinisAnswer | null;
  state: 'nothing asked' | 'thinking' | 'done' | 'stopped' | 'failed';
  /** What it is looking for just now; null where nothing is known yet of what was asked last. */
  seeking: string | null;
  error: { message: string; path: string } | null;
  /** What other sizes would bring, once the plan is done. */
  sizeAlternatives: SizeAlternative[];
  /** Takes the best that was found so far. */
  stop: () => void;
}

const SECONDS = 10;
const TYPING_PAUSE_MS = 120;

/** Plans minis in a worker, so that the page answers to every key meanwhile; a new question ends the one before. */
export function useMinisPlan(wanted: MinisWanted | null): MinisPlanning {
  const [reported, setReported] = useState<Reported>(NOTHING);
  const worker = useRef<Worker | null>(null);
  const busy = useRef(false);
  const question = useRef(0);

  const dismiss = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
    busy.current = false;
  }, []);

  // What is wanted is plain data: the same words are the same question.
  const key = wanted === null ? '' : JSON.stringify(wanted);
  useEffect(() => {
    if (key === '') return dismiss();
    const asking = setTimeout(() => {
      if (busy.current) dismiss();
      const mine = ++question.current;
      worker.current ??= new Worker(new URL('../../../workers/minis.worker.ts', import.meta.url), { type: 'module' });
      worker.current.onmessage = ({ data }: MessageEvent<MinisReport>) => {
        if (data.question !== question.current) return;
        switch (data.kind) {
          case 'so far':
            return startTransition(() =>
              setReported({ ...NOTHING, key, answer: data.answer, state: 'thinking', seeking: data.seeking }),
            );
          case 'done':
            return startTransition(() => setReported({ ...NOTHING, key, answer: data.answer, state: 'done' }));
          case 'other sizes':
            busy.current = false;
            return setReported((before) => ({ ...before, sizeAlternatives: data.sizes }));
          case 'refused':
            busy.current = false;
            return setReported({ ...NOTHING, key, state: 'failed', error: data });
        }
      };
      worker.current.onerror = () => {
        dismiss();
        setReported({
          ...NOTHING,
          key,
          state: 'failed',
          error: { message: 'the planning broke off; change something and it begins anew', path: '' },
        });
      };
      busy.current = true;
      worker.current.postMessage({
        question: mine,
        wanted: JSON.parse(key) as MinisWanted,
        seconds: SECONDS,
      } satisfies MinisQuestion);
    }, TYPING_PAUSE_MS);
    return () => clearTimeout(asking);
  }, [key, dismiss]);

  useEffect(() => dismiss, [dismiss]);

  const stop = useCallback(() => {
    question.current++;
    dismiss();
    setReported((before) => ({ ...before, state: 'stopped', seeking: null }));
  }, [dismiss]);

  const { key: reportedFor, ...answered } = reported;
  if (key === '') return { ...NOTHING, stop };
  // What was told of another question is shown until this one is answered, but it is no answer.
  return {
    ...answered,
    ...(reportedFor !== key && { state: 'thinking', seeking: null, error: null, sizeAlternatives: [] }),
    stop,
  };
}

/** What was told last, and of which question. */
type Reported = Omit<MinisPlanning, 'stop'> & { key: string };

const NOTHING: Reported = {
  key: '',
  answer: null,
  state: 'nothing asked',
  seeking: null,
  error: null,
  sizeAlternatives: [],
};
