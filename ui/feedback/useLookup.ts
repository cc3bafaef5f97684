'use client';

import { useEffect, useState } from 'react';
import { askApp } from './askApp';

/** What was answered last, and to which address. */
export interface Looked<Answer> {
  address: string | null;
  /** Null where nothing was answered yet, or nothing could be. */
  found: Answer | null;
  problem: string | null;
}

const NOTHING = { address: null, found: null, problem: null };
const TYPING_PAUSE_MS = 90;

/**
 * What the app answers at an address that changes as one types: asked for after a pause, the answers to earlier words
 * aside. Until there is one, the answer before it stands, with its own address. Nothing is asked where it is null.
 */
export function useLookup<Answer>(address: string | null): Looked<Answer> {
  const [looked, setLooked] = useState<Looked<Answer>>(NOTHING);
  useEffect(() => {
    if (address === null) return;
    let isOver = false;
    const show = (next: Looked<Answer>) => {
      if (!isOver) setLooked(next);
    };
    const asking = setTimeout(
      () =>
        void askApp<Answer>(address).then(
          (found) => show({ address, found, problem: null }),
          ({ message }: Error) => show({ address, found: null, problem: message }),
        ),
      TYPING_PAUSE_MS,
    );
    return () => {
      isOver = true;
      clearTimeout(asking);
    };
  }, [address]);
  return address === null ? NOTHING : looked;
}
