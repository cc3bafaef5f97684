'use client';

import { startTransition, useCallback, useEffect, useState } from 'react';
import type { MinisWanted } from '../../../core/minis/miniPlan';
import type { SizeAlternative } from '../../../core/minis/sizeAlternatives';
import type { MinisAnswer } from '../../../solver/minisWanted';
import { LastQuestion } from '../../../workers/lastQuestion';
import type { MinisQuestion, MinisReport } from '../../../workers/minis.worker';

/** How the planning stands: the best plan so far, and whether it is still being bettered. */
export interface MinisPlanning {
  answer: MinisAnswer | null;
  state: 'nothing asked' | 'thinking' | 'done' | 'stopped' | 'failed';
  /** What it is looking for just now; null where nothing is known yet of what was asked last. */
  seeking: string | null;
  /** Since when it has been under way, and when it ends at the latest. */
  search: { sinceMs: number; mostMs: number };
  error: { message: string; path: string } | null;
  /** What other sizes would bring, once the plan is done. */
  sizeAlternatives: SizeAlternative[];
  /** Takes the best that was found so far. */
  stop: () => void;
}

const openMinisWorker = () =>
  new LastQuestion<MinisQuestion, MinisReport>(
    () => new Worker(new URL('../../../workers/minis.worker.ts', import.meta.url), { type: 'module' }),
    'break off',
  );

const SECONDS = 10;
const TYPING_PAUSE_MS = 120;

/** Plans minis in a worker, so that the page answers to every key meanwhile; a new question ends the one before. */
export function useMinisPlan(wanted: MinisWanted | null): MinisPlanning {
  const [reported, setReported] = useState<Reported>(NOTHING);
  const [worker] = useState(openMinisWorker);

  // What is wanted is plain data: the same words are the same question.
  const key = wanted === null ? '' : JSON.stringify(wanted);
  useEffect(() => {
    if (key === '') return worker.stop();
    const fail = (error: { message: string; path: string }) => setReported({ ...NOTHING, key, state: 'failed', error });
    const hear = (report: MinisReport) => {
      switch (report.kind) {
        case 'so far':
          return startTransition(() =>
            setReported({
              ...NOTHING,
              key,
              answer: report.answer,
              state: 'thinking',
              seeking: report.seeking,
              search: { sinceMs, mostMs: 1000 * SECONDS },
            }),
          );
        case 'done':
          return startTransition(() => setReported({ ...NOTHING, key, answer: report.answer, state: 'done' }));
        case 'other sizes':
          return setReported((before) => ({ ...before, sizeAlternatives: report.sizes }));
        case 'refused':
          return fail(report);
      }
    };
    let sinceMs = 0;
    const asking = setTimeout(() => {
      sinceMs = Date.now();
      worker.ask(
        { wanted: JSON.parse(key) as MinisWanted, seconds: SECONDS },
        {
          report: hear,
          failed: () => fail({ message: 'the planning stopped; change something and it starts again', path: '' }),
        },
      );
    }, TYPING_PAUSE_MS);
    return () => clearTimeout(asking);
  }, [key, worker]);

  useEffect(() => () => worker.stop(), [worker]);

  const stop = useCallback(() => {
    worker.stop();
    setReported((before) => ({ ...before, state: 'stopped', seeking: null }));
  }, [worker]);

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
  search: { sinceMs: 0, mostMs: 0 },
  error: null,
  sizeAlternatives: [],
};
