import type { Metadata } from 'next';
import { PieceScreen } from '../../../features/yarns/PieceScreen';
import { bench } from '../../../server/bench';
import { database } from '../../../server/database';
import { found, type IdParams } from '../../../server/found';
import { piecePage } from '../../../server/yarnViews';

export const metadata: Metadata = { title: 'Piece' };

export default async function Page({ params }: IdParams) {
  const page = await found(params, (id) => piecePage(database(), id));
  return <PieceScreen page={page} scales={bench(database()).scales} />;
}
