import type { Metadata } from 'next';
import { TroubleScreen } from '../../features/trouble/TroubleScreen';
import { database } from '../../server/common/database';
import { rowNumber } from '../../server/common/rowNumber';
import { troubledPiece } from '../../server/yarn/pieceTrouble';
import { pageQuery, type QueryParams } from '../../server/common/pageQuery';

export const metadata: Metadata = { title: 'Something went wrong' };

export default async function Page({ searchParams }: QueryParams) {
  const { what, piece } = await pageQuery(searchParams);
  const pieceId = rowNumber(piece);
  return <TroubleScreen at={what} piece={pieceId === null ? undefined : troubledPiece(database(), pieceId)} />;
}
