'use client';

import { useRouter } from 'next/navigation';
import { createContext, type ReactNode, use, useCallback, useState } from 'react';
import styles from './UndoOffer.module.css';

interface Offer {
  /** What was done: "Squall, Wet slate is put away." */
  words: string;
  undo: () => Promise<unknown>;
}

const OfferContext = createContext<(offer: Offer) => void>(() => {});

/** Holds the last thing that was done and can be taken back, on whatever page one goes on to. */
export function UndoOffer({ children }: { children: ReactNode }) {
  const router = useRouter();
  const [offer, setOffer] = useState<Offer | null>(null);
  const [failed, setFailed] = useState(false);

  const makeOffer = useCallback((next: Offer) => {
    setFailed(false);
    setOffer(next);
  }, []);

  const takeBack = async () => {
    const done = await offer!.undo().then(
      (outcome) => (outcome as { ok?: boolean } | undefined)?.ok !== false,
      () => false,
    );
    setFailed(!done);
    if (!done) return;
    setOffer(null);
    router.refresh();
  };

  return (
    <OfferContext value={makeOffer}>
      {children}
      <div
        role="status"
        className={`${styles.place} fixed z-30 left-[50%] bottom-[22px] w-max max-w-[calc(100vw_-_28px)] -translate-x-1/2 max-tablet:bottom-[72px]`}
      >
        {offer && (
          <div className={styles.offer}>
            <span>{failed ? 'It could not be undone just now. Try again, or look in the logbook.' : offer.words}</span>
            <button type="button" onClick={() => void takeBack()}>
              Undo
            </button>
            <button type="button" aria-label="Close" onClick={() => setOffer(null)}>
              ×
            </button>
          </div>
        )}
      </div>
    </OfferContext>
  );
}

/** Offers to take back what was just done. */
export function useUndoOffer(): (offer: Offer) => void {
  return use(OfferContext);
}
