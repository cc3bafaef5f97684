'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { askApp } from './askApp';
import { newKey } from './newKey';

/** What the app answered, or why it did not. */
export type Answer<Body> =
  | { ok: true; body: Body }
  /** `unsure`: no answer came, so that it may have been done all the same. */
  | { ok: false; problem: string; unsure: boolean };

const ASKED_EVERY_MS = 500;

/** Asks the app for something that may take long; how much of it is done is asked for meanwhile. */
export function useLongWork(): {
  underWay: { share: number; sinceMs: number } | null;
  ask: <Body extends object>(url: string, request: RequestInit) => Promise<Answer<Body>>;
} {
  const [underWay, setUnderWay] = useState<{ share: number; sinceMs: number } | null>(null);
  const asking = useRef<ReturnType<typeof setInterval>>(undefined);
  const stop = useCallback(() => {
    clearInterval(asking.current);
    setUnderWay(null);
  }, []);
  useEffect(() => () => clearInterval(asking.current), []);

  const ask = useCallback(
    async <Body extends object>(url: string, request: RequestInit): Promise<Answer<Body>> => {
      const work = newKey();
      const sinceMs = Date.now();
      setUnderWay({ share: 0, sinceMs });
      asking.current = setInterval(
        () => void shareOf(work).then((share) => share !== null && setUnderWay((now) => now && { share, sinceMs })),
        ASKED_EVERY_MS,
      );
      try {
        const answer = await fetch(`${url}${url.includes('?') ? '&' : '?'}work=${work}`, request);
        const body = (await answer.json()) as Body & { error?: { message: string; path: string } };
        if (answer.ok) return { ok: true, body };
        const where = body.error?.path ? ` (at ${body.error.path})` : '';
        return { ok: false, problem: `${body.error?.message ?? 'the app refused it'}${where}`, unsure: false };
      } catch {
        return { ok: false, problem: 'the app cannot be reached just now; try again in a moment', unsure: true };
      } finally {
        stop();
      }
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
