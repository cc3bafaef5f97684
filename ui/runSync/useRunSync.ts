'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { EventStamp, SyncedRun } from '../../core/common/runSync';
import { RunLine, type RunView, viewAtFirst } from './runLine';

export interface RunSync<State, New> extends RunView<State> {
  record: (newEvent: New) => void;
  takeOver: () => void;
  /** Resolves once everything that was recorded has arrived. */
  settled: () => Promise<boolean>;
}

/**
 * A run that is followed live. Each thing that happens is applied at once, kept in the browser, and sent in order;
 * nothing is forgotten until the server says that it has arrived.
 */
export function useRunSync<State, New extends object>(
  page: SyncedRun<State>,
  after: (state: State, event: New & EventStamp) => State,
): RunSync<State, New> {
  const [view, setView] = useState<RunView<State>>(() => viewAtFirst(page));
  // Opened once the page is live: there is no browser to keep anything in before.
  const line = useRef<RunLine<State, New> | null>(null);

  useEffect(() => {
    line.current = new RunLine(page, after, setView);
    return () => {
      line.current?.close();
      line.current = null;
    };
    // The page's first figures are the start; later ones come over the line.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [page.id]);

  return {
    ...view,
    record: useCallback((newEvent: New) => line.current?.record(newEvent), []),
    takeOver: useCallback(() => line.current?.takeOver(), []),
    settled: useCallback(() => line.current?.settled() ?? Promise.resolve(false), []),
  };
}
