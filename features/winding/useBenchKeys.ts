'use client';

import { useEffect, useRef } from 'react';
import type { Pedals } from './usePedals';

export type BenchKey =
  | 'count'
  | 'miscount'
  | 'stop'
  | 'snag'
  | 'off the base'
  | 'pause'
  | 'knot'
  | 'thin spot'
  | 'colour change'
  | 'tension changed'
  | 'unmark'
  | 'full screen';

/** Keys that count: the space bar, and what pedals send as they come. */
const COUNT_KEYS = new Set([' ', 'Enter', 'PageDown', 'ArrowRight', 'ArrowDown']);

/** One letter for each thing that can happen. */
export const LETTERS = {
  s: 'stop',
  n: 'snag',
  b: 'off the base',
  p: 'pause',
  k: 'knot',
  t: 'thin spot',
  c: 'colour change',
  w: 'tension changed',
  u: 'unmark',
  f: 'full screen',
} as const satisfies Record<string, BenchKey>;

const OTHER_KEYS: Record<string, BenchKey> = { backspace: 'miscount', '-': 'miscount', ...LETTERS };

/** The bench's keys, wherever the focus is, but in a field or on a button of its own. */
export function useBenchKeys(on: boolean, pedals: Pedals, act: (key: BenchKey) => void): void {
  const latest = useRef({ act, pedals });
  useEffect(() => {
    latest.current = { act, pedals };
  });

  useEffect(() => {
    if (!on) return;
    const press = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.altKey || event.metaKey || isField(event.target)) return;
      const key = meaning(event.key, latest.current.pedals);
      if (!key) return;
      // A button that was reached by keyboard answers to space and enter itself.
      if ((event.key === ' ' || event.key === 'Enter') && isOtherButton(event.target)) return;
      event.preventDefault();
      // A key that is held down is one press.
      if (!event.repeat) latest.current.act(key);
    };
    document.addEventListener('keydown', press);
    return () => document.removeEventListener('keydown', press);
  }, [on]);
}

/** What a key does; the user's own pedals go before everything else. */
export function meaning(key: string, pedals: Pedals): BenchKey | undefined {
  const pedal = Object.entries(pedals).find(([, sent]) => sent === key);
  if (pedal) return pedal[0] as BenchKey;
  return COUNT_KEYS.has(key) ? 'count' : OTHER_KEYS[key.toLowerCase()];
}

function isField(target: EventTarget | null): boolean {
  return (
    target instanceof Element &&
    // A tick box takes the space bar for itself, but no letters.
    target.closest('input:not([type=checkbox]), textarea, select, [contenteditable]') !== null
  );
}

function isOtherButton(target: EventTarget | null): boolean {
  return (
    target instanceof Element && target.closest('button:not([data-count]), a, summary, [role=radio], label') !== null
  );
}
