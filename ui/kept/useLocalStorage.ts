'use client';

import { useCallback, useSyncExternalStore } from 'react';
import type { UnitSystem } from '../../core/common/units';
import { withUnits } from '../../core/common/bareUnits';
import { useSystem } from '../frame/Providers';
import { keptForGood } from './browserStore';
import { keptText, stillFitting, TYPED_IN } from './keptValues';

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

/** The same for several choices that belong together; an amount stays what it is when the units are switched. */
export function useKeptChoices<Choices extends object>(
  key: string,
  initial: Choices,
): [choices: Choices, change: (some: Partial<Choices>) => void, forget: () => void] {
  const system = useSystem();
  const [kept, keep] = useLocalStorage(key, '');
  let choices = initial;
  if (kept) {
    try {
      const before = JSON.parse(kept) as { [TYPED_IN]?: UnitSystem };
      const fitting = stillFitting(initial, before);
      const typedIn = before[TYPED_IN] ?? system;
      choices = { ...initial, ...(typedIn === system ? fitting : withUnits(fitting, typedIn)) };
    } catch {
      // An older or torn note: begin afresh.
    }
  }
  return [choices, (some) => keep(JSON.stringify({ ...choices, ...some, [TYPED_IN]: system })), () => keep('')];
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
