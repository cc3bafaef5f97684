'use client';

import { Button, notification } from 'antd';
import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import { asSentence } from '../../core/common/format';
import { takenBack } from './asking';
import { outcomeOf, type Work } from './outcome';

export interface Offer {
  /** What was done: "Squall, Wet slate is put away." */
  words: string;
  /** Left out, there is nothing to take back: it is only said. */
  undo?: Work<{ ok: true }>;
}

/** There is one offer at a time: the last thing that was done. */
const KEY = 'undo';

/** Shows what was done, and a button that takes it back; once it was used or closed, the offer is gone. */
export function OfferNotice({ offer, onGone }: { offer: Offer; onGone: (offer: Offer) => void }) {
  const router = useRouter();
  const [notices, place] = notification.useNotification({ placement: 'bottom', duration: false });

  useEffect(() => {
    const { undo } = offer;
    let isUnderWay = false;
    const takeBack = async (undo: Work<{ ok: true }>) => {
      if (isUnderWay) return;
      isUnderWay = true;
      const outcome = await outcomeOf(undo);
      isUnderWay = false;
      if (!outcome.ok)
        return show(`${outcome.unsure ? '' : 'It could not all be undone. '}${asSentence(outcome.problem)}`);
      takenBack();
      onGone(offer);
      router.refresh();
    };
    const show = (title: string) =>
      notices.open({
        key: KEY,
        title,
        role: 'status',
        // On a phone: above the places, and above the way to the bench.
        className: 'max-tablet:mb-[calc(2*var(--tabs))]',
        closable: { 'aria-label': 'Close', onClose: () => onGone(offer) },
        actions: undo && <Button onClick={() => void takeBack(undo)}>Undo</Button>,
      });
    show(offer.words);
  }, [offer, onGone, notices, router]);

  return <>{place}</>;
}
