import type { Metadata } from 'next';
import { ChangeScreen } from '../../../../features/yarns/operations/PieceOperationScreen';
import { CHANGES } from '../../../../features/yarns/operations/pieceOperations';
import { scales } from '../../../../server/bench/bench';
import { changePage } from '../../../../server/yarn/operationFormPage';
import { database } from '../../../../server/common/database';
import { found, type IdParams } from '../../../../server/common/requireRecord';

export const metadata: Metadata = { title: 'What becomes of it' };

export default async function Page({
  params,
  searchParams,
}: IdParams & { searchParams: Promise<{ what?: string | string[] }> }) {
  const page = await found(params, (id) => changePage(database(), id));
  const { what } = await searchParams;
  return (
    <ChangeScreen page={page} scales={scales(database())} first={CHANGES.find((change) => change === what) ?? null} />
  );
}
