import type { Metadata } from 'next';
import { EditBandScreen } from '../../../../features/yarns/EditBandScreen';
import { database } from '../../../../server/database';
import { found, type IdParams } from '../../../../server/found';
import { yarnView } from '../../../../server/yarnViews';

export const metadata: Metadata = { title: 'Band' };

export default async function Page({ params }: IdParams) {
  return <EditBandScreen yarn={await found(params, (id) => yarnView(database(), id))} />;
}
