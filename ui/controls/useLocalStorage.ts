'use client';

import { useCallback, useSyncExternalStore } from 'react';

const listeners = new Set<() => void>();

/** A small text that this browser keeps: what was last asked, which scale was last used. */
export function useLocalStorage(key: string, initial: string): [string, (value: string) => void] {
  const value = useSyncExternalStore(
    subscribe,
    () => read(key) ?? initial,
    () => initial,
  );
  const keep = useCallback(
    (next: string) => {
      try {
        localStorage.setItem(key, next);
      } catch {
        // Not kept then; the page still works.
      }
      listeners.forEach((listener) => listener());
    },
    [key],
  );
  return [value, keep];
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

function read(key: string): string | null {
  try {
    return localStorage.getItem(key);
  } catch {
    return null;
  }
}
