'use client';

import { lowerFirst } from '../../core/common/format';
import type { Sellable } from '../../core/market/sellable';
import type { Ware } from '../../server/market/wares';
import { useUndoOffer } from '../../ui/feedback/UndoOffer';
import { useAsSeen } from '../../ui/feedback/useAsSeen';
import { useTask } from '../../ui/feedback/useTask';
import { markSold, putUp, takeOff, takeSaleBack } from './actions';

export interface Selling {
  busy: boolean;
  problem: string;
  sell: (ware: Ware) => void;
  /** What nobody has looked at on the page: its label is in the hand. */
  sellUnseen: (what: Sellable) => void;
  takeBack: (saleId: number) => void;
  withdraw: (ware: Ware) => void;
}

/** Sells by one press, each time with a way back. */
export function useSelling(): Selling {
  const { busy, problem, run } = useTask();
  const undoable = useUndoOffer();
  const asSeen = useAsSeen();
  const sell = (what: Sellable, seen: string | null | undefined, words: string) =>
    void run(
      (keyOf) => asSeen(markSold(what, seen, keyOf({ what, seen }))),
      ({ id }) => undoable({ words: `Sold: ${words}.`, undo: () => takeSaleBack(id) }),
    );
  return {
    busy,
    problem,
    sell: (ware) => sell(ware.sellable, ware.price, wareInWords(ware)),
    sellUnseen: (what) => sell(what, undefined, 'kit' in what ? `kit ${what.kit}` : `piece ${what.pieceId}`),
    takeBack: (saleId) => run(() => takeSaleBack(saleId)),
    withdraw: ({ sellable, price, title }) =>
      run(
        () => takeOff(sellable),
        () =>
          undoable({
            words: `${title} is off the table.`,
            undo: () => putUp({ what: [sellable], price: price! }),
          }),
      ),
  };
}

/** "Causeway, Kelp, mini skein 3, for 6.50 €" */
export function wareInWords({ title, label, price }: Ware): string {
  return `${title}, ${lowerFirst(label)}${price ? `, for ${price}` : ''}`;
}

export function missingInWords({ missing }: Ware): string {
  return missing === 1 ? 'One mini of this kit has gone already.' : `${missing} minis of this kit have gone already.`;
}

/** A price that stays on one line. */
export function unbroken(price: string): string {
  return price.replaceAll(' ', '\u00a0');
}
