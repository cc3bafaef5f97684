import type { Metadata } from 'next';
import { EditBandScreen } from '../../../../features/yarns/band/EditBandScreen';
import { database } from '../../../../server/common/database';
import { requireRecord, type IdParams } from '../../../../server/common/requireRecord';
import { yarnView } from '../../../../server/yarn/yarnViews';

export const metadata: Metadata = { title: 'Band' };

export default async function Page({ params }: IdParams) {
  return <EditBandScreen yarn={await requireRecord(params, (id) => yarnView(database(), id))} />;
}
