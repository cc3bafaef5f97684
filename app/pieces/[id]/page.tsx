import type { Metadata } from 'next';
import { MEASURES } from '../../../features/yarns/measures';
import { PieceScreen } from '../../../features/yarns/PieceScreen';
import { bench } from '../../../server/bench';
import { database } from '../../../server/database';
import { found, type IdParams } from '../../../server/found';
import { piecePage } from '../../../server/yarnViews';

export const metadata: Metadata = { title: 'Piece' };

export default async function Page({
  params,
  searchParams,
}: IdParams & { searchParams: Promise<{ how?: string | string[] }> }) {
  const page = await found(params, (id) => piecePage(database(), id));
  const { how } = await searchParams;
  const first = MEASURES.find((measure) => measure === how) ?? 'weigh';
  return <PieceScreen page={page} scales={bench(database()).scales} how={first} />;
}
