'use client';

import { HEARING } from '../../../core/counting/hearing';
import type { TurnPattern } from '../../../core/counting/turnPattern';
import { useLocalStorage } from '../../../ui/controls/useLocalStorage';

/** What a winder sounds like, kept in this browser; what cannot be read, or was heard otherwise, is taught anew. */
export function useKeptPattern(winder: string): [() => TurnPattern | null, (pattern: TurnPattern) => void] {
  const [kept, keep] = useLocalStorage(`sound of ${winder}`, 'null');
  const read = () => {
    try {
      const pattern = JSON.parse(kept) as TurnPattern | null;
      return pattern?.hearing === HEARING ? pattern : null;
    } catch {
      return null;
    }
  };
  return [read, (pattern) => keep(JSON.stringify(pattern))];
}
