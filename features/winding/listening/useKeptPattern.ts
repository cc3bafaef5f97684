'use client';

import { keptPattern, type TurnPattern } from '../../../core/counting/turnPattern';
import { useLocalStorage } from '../../../ui/kept/useLocalStorage';

/** What a winder sounds like, kept in this browser; what cannot be read, or was heard otherwise, is taught anew. */
export function useKeptPattern(winder: string): [() => TurnPattern | null, (pattern: TurnPattern) => void] {
  const [kept, keep] = useLocalStorage(`sound of ${winder}`, 'null');
  return [() => keptPattern(kept), (pattern) => keep(JSON.stringify(pattern))];
}
