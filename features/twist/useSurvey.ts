'use client';

import { useEffect, useRef, useState } from 'react';
import type { TwistSurvey } from '../../core/twist/twistSurvey';
import type { TwistQuestion, TwistReport } from '../../workers/twist.worker';

/** A look at every centimetre of a strand, made in a worker so that the page goes on answering; null until it is done. */
export function useSurvey(asked: Omit<TwistQuestion, 'question'> | null): TwistSurvey | null {
  const [reported, setReported] = useState<{ key: string; survey: TwistSurvey } | null>(null);
  const worker = useRef<Worker | null>(null);
  const question = useRef(0);
  // What is asked is plain data: the same words are the same question.
  const key = asked === null ? '' : JSON.stringify(asked);

  useEffect(() => {
    if (key === '') return;
    const mine = ++question.current;
    worker.current ??= new Worker(new URL('../../workers/twist.worker.ts', import.meta.url), { type: 'module' });
    worker.current.onmessage = ({ data }: MessageEvent<TwistReport>) => {
      if (data.question === question.current) setReported({ key, survey: data.survey });
    };
    worker.current.postMessage({ question: mine, ...(JSON.parse(key) as Omit<TwistQuestion, 'question'>) });
  }, [key]);

  useEffect(
    () => () => {
      worker.current?.terminate();
      worker.current = null;
    },
    [],
  );

  return reported?.key === key ? reported.survey : null;
}
