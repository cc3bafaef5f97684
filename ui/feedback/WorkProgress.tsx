'use client';

import { Progress } from 'antd';
import { useEffect, useState } from 'react';
import { secondsInWords } from '../../core/common/format';

/** A work that takes a while: how much of it is done, or when it ends at the latest. */
export type WorkUnderWay = { sinceMs: number } & ({ share: number } | { mostMs: number });

/** So soon nobody wonders, and nothing is known of how long it will take. */
const QUIET_MS = 1000;
const LEAST_SHARE = 0.03;

/** How far a work has come, and how long it will still take. */
export function WorkProgress({ underWay, label }: { underWay: WorkUnderWay; label: string }) {
  const takenMs = useNowMs() - underWay.sinceMs;
  if (takenMs < QUIET_MS) return null;
  const share = 'share' in underWay ? underWay.share : Math.min(1, takenMs / underWay.mostMs);
  return (
    // Every tick of it read aloud would bury all else.
    <div className="flex items-center gap-3 w-full max-w-[30rem]" aria-live="off">
      <Progress aria-label={label} percent={Math.round(100 * share)} showInfo={false} status="active" />
      <span className="flex-none text-ink-soft">
        {'share' in underWay ? aboutLeft(share, takenMs) : atMostLeft(underWay.mostMs - takenMs)}
      </span>
    </div>
  );
}

/**
 * How long a work will still take, where it goes on as it went so far.
 *
 * @example
 * aboutLeft(0.25, 4000) // => "about 12 s left"
 */
export function aboutLeft(share: number, takenMs: number): string {
  if (share < LEAST_SHARE) return '';
  if (share >= 1) return 'almost done';
  return `about ${secondsInWords(Math.max(1, ((takenMs / 1000) * (1 - share)) / share), 's')} left`;
}

const atMostLeft = (ms: number) => (ms < 500 ? 'almost done' : `at most ${secondsInWords(ms / 1000, 's')} more`);

const TICK_MS = 250;

function useNowMs(): number {
  const [nowMs, setNowMs] = useState(() => Date.now());
  useEffect(() => {
    const ticking = setInterval(() => setNowMs(Date.now()), TICK_MS);
    return () => clearInterval(ticking);
  }, []);
  return nowMs;
}
