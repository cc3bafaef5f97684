'use client';

import { Button, notification } from 'antd';
import { useRouter } from 'next/navigation';
import { useEffect } from 'react';

export interface Offer {
  /** What was done: "Squall, Wet slate is put away." */
  words: string;
  undo: () => Promise<unknown>;
}

/** There is one offer at a time: the last thing that was done. */
const KEY = 'undo';

/** Shows what was done, and a button that takes it back. */
export function OfferNotice({ offer }: { offer: Offer }) {
  const router = useRouter();
  const [notices, place] = notification.useNotification({ placement: 'bottom', duration: false });

  useEffect(() => {
    const takeBack = async () => {
      const done = await offer.undo().then(
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
    show(offer.words);
  }, [offer, notices, router]);

  return <>{place}</>;
}
