'use client';

import { useKept } from '../../ui/useKept';

/** The key that the user's pedal sends, where it is none of those that count anyway. */
export function usePedal(): [string, (key: string) => void] {
  return useKept('pedal key', '');
}
