'use client';

import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { isTypedIn } from '../frame/useGlobalKey';
import { cameByKey } from './arrival';
import type { PedalAct, Pedals } from './usePedals';

/** Keys that count: the space bar, and what pedals send as they come. */
const COUNT_KEYS = new Set([' ', 'Enter', 'PageDown', 'ArrowRight', 'ArrowDown']);

/** One letter for each thing that can happen at a bench. */
export type Letters<Act extends string> = Readonly<Record<string, Act>>;

/**
 * The bench's keys, wherever the focus is. A field has them for itself; so has a button or a choice that was reached by
 * Tab, as long as its ring shows that. What was used by pointer, or got the focus back as a panel closed, has not: the next
 * press counts.
 *
 * @returns whether the keys are heard: who was led here by a key elsewhere presses or touches once before anything counts
 */
export function useBenchKeys<Act extends string>(
  on: boolean,
  pedals: Pedals,
  letters: Letters<Act>,
  act: (key: Act | PedalAct) => void,
): boolean {
  const [heard, setHeard] = useState(() => !cameByKey());
  const latest = useRef({ act, pedals, letters, heard });
  useLayoutEffect(() => {
    latest.current = { act, pedals, letters, heard };
  });
  useReachedByTab();

  // With the button that it presses, not a moment later: a press in between would be lost.
  useLayoutEffect(() => {
    if (!on) return;
    const press = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.altKey || event.metaKey || isTypedIn(event.target)) return;
      const { act, pedals, letters, heard } = latest.current;
      const key = meaning(event.key, pedals, letters);
      if (!key) return;
      if ((event.key === ' ' || event.key === 'Enter') && isReachedByTab(event.target)) return;
      event.preventDefault();
      // A key that is held down is one press.
      if (event.repeat) return;
      if (!heard) return setHeard(true);
      // Its ring would promise that space is for it.
      if (key === 'count' && event.target !== document.body) dropFocus(event.target);
      act(key);
    };
    const touch = () => setHeard(true);
    document.addEventListener('keydown', press);
    document.addEventListener('pointerdown', touch);
    return () => {
      document.removeEventListener('keydown', press);
      document.removeEventListener('pointerdown', touch);
    };
  }, [on]);
  return heard;
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

const REACHED = 'data-reached-by-tab';

/** Marks what Tab has led to; whatever else moves the focus, or a pointer, takes the mark off. */
function useReachedByTab(): void {
  useEffect(() => {
    let tabbing = false;
    const unmark = () => document.querySelector(`[${REACHED}]`)?.removeAttribute(REACHED);
    const key = (event: KeyboardEvent) => {
      tabbing = event.key === 'Tab';
    };
    const focus = (event: FocusEvent) => {
      unmark();
      if (tabbing && event.target instanceof Element) event.target.setAttribute(REACHED, '');
      tabbing = false;
    };
    const pointer = () => {
      tabbing = false;
      unmark();
    };
    document.addEventListener('keydown', key, true);
    document.addEventListener('focusin', focus);
    document.addEventListener('pointerdown', pointer, true);
    return () => {
      unmark();
      document.removeEventListener('keydown', key, true);
      document.removeEventListener('focusin', focus);
      document.removeEventListener('pointerdown', pointer, true);
    };
  }, []);
}

function isReachedByTab(target: EventTarget | null): boolean {
  return target instanceof Element && target.matches(`[${REACHED}]:not([data-count], [data-act])`);
}

function dropFocus(target: EventTarget | null): void {
  const counting = document.querySelector<HTMLElement>('[data-count], [data-act]');
  if (counting) counting.focus();
  else if (target instanceof HTMLElement) target.blur();
}
