'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { askApp } from './askApp';
import { newKey } from './newKey';
import { type NotDone, outcomeOf } from './outcome';

const ASKED_EVERY_MS = 500;

/** Asks the app for something that may take long; how much of it is done is asked for meanwhile. */
export function useLongWork(): {
  underWay: { share: number; sinceMs: number } | null;
  ask: <Body extends object>(url: string, request: RequestInit) => Promise<{ ok: true; body: Body } | NotDone>;
} {
  const [underWay, setUnderWay] = useState<{ share: number; sinceMs: number } | null>(null);
  const asking = useRef<ReturnType<typeof setInterval>>(undefined);
  const stop = useCallback(() => {
    clearInterval(asking.current);
    setUnderWay(null);
  }, []);
  useEffect(() => () => clearInterval(asking.current), []);

  const ask = useCallback(
    async <Body extends object>(url: string, request: RequestInit) => {
      const work = newKey();
      const sinceMs = Date.now();
      setUnderWay({ share: 0, sinceMs });
      asking.current = setInterval(
        () => void shareOf(work).then((share) => share !== null && setUnderWay((now) => now && { share, sinceMs })),
        ASKED_EVERY_MS,
      );
      const outcome = await outcomeOf(async () => ({
        ok: true as const,
        body: await askApp<Body>(`${url}${url.includes('?') ? '&' : '?'}work=${work}`, request),
      }));
      stop();
      if (outcome.ok || !outcome.path) return outcome;
      return { ...outcome, problem: `${outcome.problem} (at ${outcome.path})` };
    },
    [stop],
  );
  return { underWay, ask };
}

async function shareOf(work: string): Promise<number | null> {
  try {
    return (await askApp<{ share: number | null }>(`/api/work?work=${work}`)).share;
  } catch {
    return null;
  }
}
