import type { Metadata } from 'next';
import { PieceOperationScreen } from '../../../../features/yarns/operations/PieceOperationScreen';
import { PIECE_OPERATIONS } from '../../../../features/yarns/operations/pieceOperations';
import { scales } from '../../../../server/bench/bench';
import { operationFormPage } from '../../../../server/yarn/operationFormPage';
import { database } from '../../../../server/common/database';
import { requireRecord, type IdParams } from '../../../../server/common/requireRecord';
import { pageQuery, type QueryParams } from '../../../../server/common/pageQuery';

export const metadata: Metadata = { title: 'Record a change' };

export default async function Page({ params, searchParams }: IdParams & QueryParams) {
  const page = await requireRecord(params, (id) => operationFormPage(database(), id));
  const { what } = await pageQuery(searchParams);
  return (
    <PieceOperationScreen
      page={page}
      scales={scales(database())}
      first={PIECE_OPERATIONS.find((change) => change === what) ?? null}
    />
  );
}
