import { type Db, prepared } from '../common/connection';
import { sql } from '../common/sql';

/** One piece, or one kit of a plan's minis. */
interface SoldAs {
  pieceId: number | null;
  planId: number | null;
  kit: number | null;
}

export interface OfferRow extends SoldAs {
  id: number;
  price: string;
}

const OFFER = sql`SELECT id, piece_id AS pieceId, plan_id AS planId, kit, price FROM offer`;

/** Everything that was put up for sale, the newest first; some of it may not be there any more. */
export function allOffers(db: Db): OfferRow[] {
  return prepared<OfferRow>(db, sql`${OFFER} ORDER BY id DESC`).all();
}

/** The offer of this piece or kit; undefined where it is not for sale. */
export function offerOf(db: Db, { pieceId, planId, kit }: SoldAs): OfferRow | undefined {
  return prepared<OfferRow>(db, sql`${OFFER} WHERE piece_id IS @pieceId AND plan_id IS @planId AND kit IS @kit`).get({
    pieceId,
    planId,
    kit,
  });
}

/** Puts something up for sale; what is already gets another price. */
export function replaceOffer(db: Db, offer: Omit<OfferRow, 'id'>): number {
  removeOffer(db, offer);
  const { lastInsertRowid } = prepared(
    db,
    sql`INSERT INTO offer (piece_id, plan_id, kit, price) VALUES (@pieceId, @planId, @kit, @price)`,
  ).run(offer);
  return Number(lastInsertRowid);
}

export function removeOffer(db: Db, { pieceId, planId, kit }: SoldAs): void {
  prepared(db, sql`DELETE FROM offer WHERE piece_id IS @pieceId AND plan_id IS @planId AND kit IS @kit`).run({
    pieceId,
    planId,
    kit,
  });
}

/** What was sold in one go, by the first of its operations. */
export interface SaleRow extends Omit<SoldAs, 'pieceId'> {
  id: number;
  at: string;
  /** Empty: nobody said. */
  price: string;
}

export function insertSale(db: Db, sale: Omit<SaleRow, 'id' | 'at'> & { operationId: number; firstId: number }): void {
  prepared(
    db,
    sql`INSERT INTO sale (operation_id, first_id, price, plan_id, kit)
     VALUES (@operationId, @firstId, @price, @planId, @kit)`,
  ).run(sale);
}

/** The operations of a sale that hold, the newest first. */
export function operationsOfSale(db: Db, saleId: number): number[] {
  return prepared<{ id: number }>(
    db,
    sql`SELECT o.id FROM sale s JOIN live_operation o ON o.id = s.operation_id WHERE s.first_id = ? ORDER BY o.id DESC`,
  )
    .all(saleId)
    .map(({ id }) => id);
}

// A sale stands as long as one of its pieces is sold. From the sales to their operations: there are far more of those.
const STANDING = sql`SELECT s.first_id AS id, min(o.at) AS at, s.price, s.plan_id AS planId, s.kit
  FROM sale s CROSS JOIN live_operation o ON o.id = s.operation_id`;

/** Sales that stand, the newest first. */
export function lastSales(db: Db, limit: number): SaleRow[] {
  return prepared<SaleRow>(db, sql`${STANDING} GROUP BY s.first_id ORDER BY s.first_id DESC LIMIT ?`).all(limit);
}

/** Sales that stand, from this moment on. */
export function salesSince(db: Db, at: string): SaleRow[] {
  return prepared<SaleRow>(db, sql`${STANDING} WHERE o.at >= ? GROUP BY s.first_id ORDER BY s.first_id`).all(at);
}
