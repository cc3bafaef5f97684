'use client';

import { useCallback, useSyncExternalStore } from 'react';
import { keptForGood } from './browserStore';
import { keptText, stillFitting } from './keptValues';

const listeners = new Set<() => void>();

/** A small text that this browser keeps: what was last asked, which scale was last used. */
export function useLocalStorage(key: string, initial: string): [string, (value: string) => void] {
  const value = useSyncExternalStore(
    subscribe,
    () => keptText(key) ?? initial,
    () => initial,
  );
  const keep = useCallback(
    (next: string) => {
      keptForGood.set(key, next);
      listeners.forEach((listener) => listener());
    },
    [key],
  );
  return [value, keep];
}

/** The same for several choices that belong together. */
export function useKeptChoices<Choices extends object>(
  key: string,
  initial: Choices,
): [Choices, (change: Partial<Choices>) => void] {
  const [kept, keep] = useLocalStorage(key, '');
  let choices = initial;
  if (kept) {
    try {
      choices = { ...initial, ...stillFitting(initial, JSON.parse(kept)) };
    } catch {
      // An older or torn note: begin afresh.
    }
  }
  return [choices, (change) => keep(JSON.stringify({ ...choices, ...change }))];
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
