'use client';

import { useLocalStorage } from '../kept/useLocalStorage';

/** What a foot may do. */
export const PEDAL_ACTS = ['count', 'miscount', 'stop', 'knot'] as const;
export type PedalAct = (typeof PEDAL_ACTS)[number];

/** The key that each of the user's pedals sends, where it is none of those that count anyway; kept in this browser. */
export type Pedals = Partial<Record<PedalAct, string>>;

export function usePedals(): [Pedals, (act: PedalAct, key: string) => void] {
  const [kept, keep] = useLocalStorage('pedals', '{}');
  let pedals: Pedals = {};
  try {
    const known = Object.entries(JSON.parse(kept) as object).filter(([, key]) => typeof key === 'string');
    pedals = Object.fromEntries(known) as Pedals;
  } catch {
    // A torn note: no pedal is known then.
  }
  return [
    pedals,
    (act, key) => {
      // One key does one thing: it is taken from whatever it did before.
      const others = Object.fromEntries(
        Object.entries(pedals).filter(([other, used]) => other !== act && used !== key),
      );
      keep(JSON.stringify(key === '' ? others : { ...others, [act]: key }));
    },
  ];
}
