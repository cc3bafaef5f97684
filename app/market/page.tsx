import type { Metadata } from 'next';
import { readKit } from '../../core/market/sellable';
import { MarketScreen } from '../../features/market/MarketScreen';
import { database } from '../../server/common/database';
import { rowNumber } from '../../server/common/rowNumber';
import { marketPage } from '../../server/market/marketPage';
import { pageQuery, type QueryParams } from '../../server/common/pageQuery';

export const metadata: Metadata = { title: 'Market table' };
export const dynamic = 'force-dynamic';

/** `?plan=ID`, `?yarn=ID` or `?piece=ID` offers what there is of it; `?kit=PLAN-KIT` is where the code on a kit's label leads. */
export default async function Page({ searchParams }: QueryParams) {
  const { plan, yarn, piece, kit } = await pageQuery(searchParams);
  const asked = { planId: rowNumber(plan), yarnId: rowNumber(yarn), pieceId: rowNumber(piece) };
  return <MarketScreen page={marketPage(database(), { ...asked, kit: readKit(kit ?? '') }, new Date())} />;
}
