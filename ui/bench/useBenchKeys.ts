'use client';

import { useEffect, useRef } from 'react';
import type { PedalAct, Pedals } from './usePedals';

/** Keys that count: the space bar, and what pedals send as they come. */
const COUNT_KEYS = new Set([' ', 'Enter', 'PageDown', 'ArrowRight', 'ArrowDown']);

/** One letter for each thing that can happen at a bench. */
export type Letters<Act extends string> = Readonly<Record<string, Act>>;

/** The bench's keys, wherever the focus is, but in a field or on a button of its own. */
export function useBenchKeys<Act extends string>(
  on: boolean,
  pedals: Pedals,
  letters: Letters<Act>,
  act: (key: Act | PedalAct) => void,
): void {
  const latest = useRef({ act, pedals, letters });
  useEffect(() => {
    latest.current = { act, pedals, letters };
  });

  useEffect(() => {
    if (!on) return;
    const press = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.altKey || event.metaKey || isField(event.target)) return;
      const key = meaning(event.key, latest.current.pedals, latest.current.letters);
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
export function meaning<Act extends string>(
  key: string,
  pedals: Pedals,
  letters: Letters<Act>,
): Act | PedalAct | undefined {
  const pedal = Object.entries(pedals).find(([, sent]) => sent === key);
  if (pedal) return pedal[0] as PedalAct;
  if (COUNT_KEYS.has(key)) return 'count';
  return key === 'Backspace' || key === '-' ? 'miscount' : letters[key.toLowerCase()];
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
