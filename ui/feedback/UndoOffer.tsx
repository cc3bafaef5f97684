'use client';

import dynamic from 'next/dynamic';
import { contained } from './contained';
import { createContext, type ReactNode, use, useCallback, useState } from 'react';
import type { Offer } from './OfferNotice';

const OfferContext = createContext<(offer: Offer) => void>(() => {});
const OfferNotice = contained(
  dynamic(() => import('./OfferNotice').then((module) => module.OfferNotice), { ssr: false }),
);

/** Holds the last thing that was done and can be taken back, on whatever page one goes on to. */
export function UndoOffer({ children }: { children: ReactNode }) {
  const [offer, makeOffer] = useState<Offer | null>(null);
  // Whatever was done since keeps its own offer.
  const forget = useCallback((gone: Offer) => makeOffer((last) => (last === gone ? null : last)), []);
  return (
    <OfferContext value={makeOffer}>
      {children}
      {offer && (
        <>
          {/* Room to scroll on: what lies at the foot of the page comes out from under it. */}
          <div className="h-[150px] max-tablet:h-[240px]" aria-hidden />
          <OfferNotice offer={offer} onGone={forget} />
        </>
      )}
    </OfferContext>
  );
}

/** Offers to take back what was just done. */
export function useUndoOffer(): (offer: Offer) => void {
  return use(OfferContext);
}
