'use client';

import { useEffect, useRef } from 'react';

export type BenchKey = 'count' | 'miscount' | 'stop' | 'knot';

/** Keys that count: the space bar, and what pedals send as they come. */
const COUNT_KEYS = new Set([' ', 'Enter', 'PageDown', 'ArrowRight', 'ArrowDown']);

const OTHER_KEYS: Record<string, BenchKey> = {
  Backspace: 'miscount',
  '-': 'miscount',
  s: 'stop',
  S: 'stop',
  k: 'knot',
  K: 'knot',
};

/** The bench's keys, wherever the focus is, but in a field or on a button of its own. */
export function useBenchKeys(on: boolean, pedalKey: string, act: (key: BenchKey) => void): void {
  const latest = useRef(act);
  useEffect(() => {
    latest.current = act;
  });

  useEffect(() => {
    if (!on) return;
    const press = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.altKey || event.metaKey || isField(event.target)) return;
      const counts = COUNT_KEYS.has(event.key) || (pedalKey !== '' && event.key === pedalKey);
      const key = counts ? 'count' : OTHER_KEYS[event.key];
      if (!key) return;
      // A button that was reached by keyboard answers to space and enter itself.
      if ((event.key === ' ' || event.key === 'Enter') && isOtherButton(event.target)) return;
      event.preventDefault();
      // A key that is held down is one press.
      if (!event.repeat) latest.current(key);
    };
    document.addEventListener('keydown', press);
    return () => document.removeEventListener('keydown', press);
  }, [on, pedalKey]);
}

function isField(target: EventTarget | null): boolean {
  return target instanceof Element && target.closest('input, textarea, select, [contenteditable]') !== null;
}

function isOtherButton(target: EventTarget | null): boolean {
  return (
    target instanceof Element && target.closest('button:not([data-count]), a, summary, [role=radio], label') !== null
  );
}
