import { z } from 'zod';
import { parsePrice } from '../../core/market/price';
import type { Sellable } from '../../core/market/sellable';
import type { Db } from '../../db/common/connection';
import { insertSale, offerOf, operationsOfSale, removeOffer, replaceOffer } from '../../db/market/market';
import { once } from '../common/askedBefore';
import { read, text } from '../common/fields';
import { ConflictError, runForm, type SaveResult, saving } from '../common/result';
import { record } from '../yarn/operationCommands';
import { undoEach } from '../yarn/pieces';
import { rowKeyOf, type Ware, wareOf } from './wares';

const id = z.int().positive();
export const sellable = z.union([
  z.strictObject({ pieceId: id }),
  z.strictObject({ planId: id, kit: id }),
]) satisfies z.ZodType<Sellable>;

/** As long as it can stand on a label. */
const LONGEST_PRICE = 40;

const offerForm = z.strictObject({
  what: z.array(sellable).min(1, 'say what is for sale').max(500),
  price: text.max(LONGEST_PRICE, `at most ${LONGEST_PRICE} characters`).pipe(
    read((typed) => {
      parsePrice(typed);
      return typed;
    }),
  ),
});
export type OfferForm = z.input<typeof offerForm>;

/** Puts pieces and kits up for sale, each at this price; what is for sale already gets the new price. */
export function offer(db: Db, input: unknown): SaveResult {
  return runForm(offerForm, input, ({ what, price }) =>
    db
      .transaction(() => {
        const offers = what.map((each) => {
          requireWare(db, each);
          return replaceOffer(db, { ...rowKeyOf(each), price });
        });
        return offers[0]!;
      })
      .immediate(),
  );
}

/** Takes something off the table again: it stays on the shelf. */
export function withdraw(db: Db, what: Sellable): SaveResult {
  return saving(() => {
    const there = offerOf(db, rowKeyOf(what));
    if (!there) throw new ConflictError('this is not for sale');
    removeOffer(db, rowKeyOf(what));
    return there.id;
  });
}

/** The price that stood there as it was sold; null where none did, undefined where nobody looked. */
export const priceSeen = z.string().nullable().optional();

/**
 * Sells a piece or a kit: each piece of it is written off, all together or none, for the price that it is offered at. Where
 * that is not the one that was `seen`, another screen has changed it, and nothing is sold: whoever buys was told the other.
 */
export function sell(
  db: Db,
  { what, seen }: { what: Sellable; seen?: z.output<typeof priceSeen> },
  requestKey: string,
  now: Date,
): SaveResult {
  return saving(() =>
    once(db, 'operation', requestKey, () => {
      const ware = requireWare(db, what);
      if (seen !== undefined && seen !== ware.price)
        throw new ConflictError(
          `nothing is sold yet: another screen has changed its price to ${ware.price ?? 'none'}; press again to sell it so`,
        );
      const { planId, kit } = rowKeyOf(what);
      const price = ware.price ?? '';
      const note = [kit !== null && `with kit ${kit}`, price && `for ${price}`].filter(Boolean).join(' ');
      const operations = ware.pieces.map(({ id: pieceId }, i) =>
        record(
          db,
          {
            kind: 'write off',
            pieceId,
            amount: 'all',
            fromEnd: 'outer',
            why: 'sold',
            projectId: null,
            // The first one tells that the request was heard.
            requestKey: i === 0 ? requestKey : `${requestKey} ${i}`,
            note,
          },
          now,
        ),
      );
      const firstId = operations[0]!;
      for (const operationId of operations) insertSale(db, { operationId, firstId, price, planId, kit });
      return firstId;
    }),
  );
}

/**
 * Takes a sale back: all that is still sold of it lies on the table again. What was taken back before stays so: whoever
 * lost the answer may ask again.
 */
export function takeBack(db: Db, saleId: number, now: Date): SaveResult {
  return saving(() =>
    db
      .transaction(() => {
        undoEach(db, operationsOfSale(db, saleId), now);
        return saleId;
      })
      .immediate(),
  );
}

function requireWare(db: Db, what: Sellable): Ware {
  const ware = wareOf(db, what);
  if (!ware?.isThere) throw new ConflictError('this is not there any more: it was sold, used or unpacked');
  return ware;
}
