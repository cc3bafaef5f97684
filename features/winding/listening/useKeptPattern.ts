'use client';

import type { TurnPattern } from '../../../core/counting/turnPattern';
import { useLocalStorage } from '../../../ui/controls/useLocalStorage';

/** What a winder sounds like, kept in this browser; what cannot be read is taught anew. */
export function useKeptPattern(winder: string): [() => TurnPattern | null, (pattern: TurnPattern) => void] {
  const [kept, keep] = useLocalStorage(`sound of ${winder}`, 'null');
  const read = () => {
    try {
      return JSON.parse(kept) as TurnPattern | null;
    } catch {
      return null;
    }
  };
  return [read, (pattern) => keep(JSON.stringify(pattern))];
}
