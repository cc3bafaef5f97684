import type { Metadata } from 'next';
import { TroubleScreen } from '../../features/trouble/TroubleScreen';
import { database } from '../../server/common/database';
import { troubledPiece } from '../../server/yarn/pieceTrouble';

export const metadata: Metadata = { title: 'Something went wrong' };

export default async function Page({ searchParams }: { searchParams: Promise<Record<string, string | string[]>> }) {
  const { what, piece } = await searchParams;
  return (
    <TroubleScreen
      at={typeof what === 'string' ? what : undefined}
      piece={/^[1-9]\d{0,14}$/.test(String(piece)) ? troubledPiece(database(), Number(piece)) : undefined}
    />
  );
}
