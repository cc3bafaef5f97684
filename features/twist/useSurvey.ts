'use client';

import { useEffect, useState } from 'react';
import type { TwistSurvey } from '../../core/twist/twistSurvey';
import { LastQuestion } from '../../workers/lastQuestion';
import type { TwistQuestion } from '../../workers/twist.worker';

/** A look at every centimetre of a strand, made in a worker so that the page goes on answering; null until it is done. */
export function useSurvey(asked: TwistQuestion | null): TwistSurvey | null {
  const [reported, setReported] = useState<{ key: string; survey: TwistSurvey } | null>(null);
  const [worker] = useState(openTwistWorker);
  // What is asked is plain data: the same words are the same question.
  const key = asked === null ? '' : JSON.stringify(asked);

  useEffect(() => {
    if (key !== '')
      worker.ask(JSON.parse(key) as TwistQuestion, {
        report: (survey) => setReported({ key, survey }),
        failed: () => setReported(null),
      });
  }, [key, worker]);

  useEffect(() => () => worker.stop(), [worker]);

  return reported?.key === key ? reported.survey : null;
}

const openTwistWorker = () =>
  new LastQuestion<TwistQuestion, TwistSurvey>(
    () => new Worker(new URL('../../workers/twist.worker.ts', import.meta.url), { type: 'module' }),
    'finish first',
  );
