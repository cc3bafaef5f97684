import type { Metadata } from 'next';
import { PlanScreen } from '../../../../features/winding/PlanScreen';
import { WeighPiece } from '../../../../features/yarns/WeighPiece';
import { database } from '../../../../server/database';
import { found, type IdParams } from '../../../../server/found';
import { planPage } from '../../../../server/planPages';

export const metadata: Metadata = { title: 'Plan a winding' };

export default async function Page({ params }: IdParams) {
  const page = await found(params, (id) => planPage(database(), id));
  return (
    <PlanScreen
      page={page}
      weighing={<WeighPiece yarn={page.yarn} pieceId={page.piece.id} lastMass={page.piece.mass} scales={page.scales} />}
    />
  );
}
