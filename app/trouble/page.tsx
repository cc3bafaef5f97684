import type { Metadata } from 'next';
import { TroubleScreen } from '../../features/trouble/TroubleScreen';
import { database } from '../../server/common/database';
import { rowNumber } from '../../server/common/rowNumber';
import { troubledPiece } from '../../server/yarn/pieceTrouble';

export const metadata: Metadata = { title: 'Something went wrong' };

export default async function Page({ searchParams }: { searchParams: Promise<Record<string, string | string[]>> }) {
  const { what, piece } = await searchParams;
  const pieceId = rowNumber(piece);
  return (
    <TroubleScreen
      at={typeof what === 'string' ? what : undefined}
      piece={pieceId === null ? undefined : troubledPiece(database(), pieceId)}
    />
  );
}
