import type { Metadata } from 'next';
import { PlanScreen } from '../../../../features/winding/plan/PlanScreen';
import { WeighPiece } from '../../../../features/yarns/operations/WeighPiece';
import { database } from '../../../../server/common/database';
import { requireRecord, type IdParams } from '../../../../server/common/requireRecord';
import { planPage } from '../../../../server/winding/planPages';

export const metadata: Metadata = { title: 'Plan a winding' };

export default async function Page({ params }: IdParams) {
  const page = await requireRecord(params, (id) => planPage(database(), id));
  return (
    <PlanScreen
      page={page}
      weighing={<WeighPiece yarn={page.yarn} pieceId={page.piece.id} lastMass={page.piece.mass} scales={page.scales} />}
    />
  );
}
