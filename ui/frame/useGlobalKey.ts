'use client';

import { useEffect, useRef } from 'react';

/** A key that does something on every screen: not while something is typed, nor where a bench has the keys. */
export function useGlobalKey(key: string, on: boolean, act: () => void): void {
  const latest = useRef(act);
  useEffect(() => {
    latest.current = act;
  });
  useEffect(() => {
    if (!on) return;
    const press = (event: KeyboardEvent) => {
      if (event.key !== key || event.ctrlKey || event.altKey || event.metaKey || event.defaultPrevented) return;
      if (
        event.target instanceof Element &&
        event.target.closest('input, textarea, select, [contenteditable], [role=dialog]')
      )
        return;
      event.preventDefault();
      latest.current();
    };
    document.addEventListener('keydown', press);
    return () => document.removeEventListener('keydown', press);
  }, [key, on]);
}

/** A run's own screen: its letters are the bench's. */
export function isAtBench(path: string): boolean {
  return /^\/(winding|minis)\/run\//.test(path);
}
