'use client';

import { Button, notification } from 'antd';
import { useRouter } from 'next/navigation';
import { createContext, type ReactNode, use, useCallback } from 'react';

interface Offer {
  /** What was done: "Squall, Wet slate is put away." */
  words: string;
  undo: () => Promise<unknown>;
}

const OfferContext = createContext<(offer: Offer) => void>(() => {});

/** There is one offer at a time: the last thing that was done. */
const KEY = 'undo';

/** Holds the last thing that was done and can be taken back, on whatever page one goes on to. */
export function UndoOffer({ children }: { children: ReactNode }) {
  const router = useRouter();
  const [notices, place] = notification.useNotification({ placement: 'bottom', duration: false });

  const makeOffer = useCallback(
    ({ words, undo }: Offer) => {
      const takeBack = async () => {
        const done = await undo().then(
          (outcome) => (outcome as { ok?: boolean } | undefined)?.ok !== false,
          () => false,
        );
        if (!done) return show('It could not be undone just now. Try again, or look in the logbook.');
        notices.destroy(KEY);
        router.refresh();
      };
      const show = (title: string) =>
        notices.open({
          key: KEY,
          title,
          role: 'status',
          closable: { 'aria-label': 'Close' },
          actions: <Button onClick={() => void takeBack()}>Undo</Button>,
        });
      show(words);
    },
    [notices, router],
  );

  return (
    <OfferContext value={makeOffer}>
      {children}
      {place}
    </OfferContext>
  );
}

/** Offers to take back what was just done. */
export function useUndoOffer(): (offer: Offer) => void {
  return use(OfferContext);
}
