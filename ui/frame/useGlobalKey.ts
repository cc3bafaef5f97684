'use client';

import { useEffect, useRef } from 'react';

/**
 * A key, or one of several, that does something wherever the focus is: not while something is typed, nor where a dialog
 * or a bench has the keys.
 */
export function useGlobalKey(key: string | readonly string[], on: boolean, act: (key: string) => void): void {
  const latest = useRef(act);
  useEffect(() => {
    latest.current = act;
  });
  useEffect(() => {
    if (!on) return;
    const press = (event: KeyboardEvent) => {
      const isMeant = typeof key === 'string' ? event.key === key : key.includes(event.key);
      if (!isMeant || event.ctrlKey || event.altKey || event.metaKey || event.defaultPrevented) return;
      if (isTypedIn(event.target)) return;
      if (event.target instanceof Element && event.target.closest('[role=dialog]')) return;
      event.preventDefault();
      latest.current(event.key);
    };
    document.addEventListener('keydown', press);
    return () => document.removeEventListener('keydown', press);
  }, [key, on]);
}

/** A field takes every key for itself; a tick box and a choice take the space bar and the arrows, but no letters. */
export function isTypedIn(target: EventTarget | null): boolean {
  return (
    target instanceof Element &&
    target.closest('input:not([type=checkbox], [type=radio]), textarea, select, [contenteditable]') !== null
  );
}

/** A run's own screen: its letters are the bench's. */
export function isAtBench(path: string): boolean {
  return /^\/(winding|minis)\/run\//.test(path);
}
