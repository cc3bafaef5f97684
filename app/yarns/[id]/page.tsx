import type { Metadata } from 'next';
import { YarnScreen } from '../../../features/yarns/piece/YarnScreen';
import { database } from '../../../server/common/database';
import { requireRecord, type IdParams } from '../../../server/common/requireRecord';
import { yarnOverview } from '../../../server/logbook/yarnOverview';

export const metadata: Metadata = { title: 'Yarn' };

export default async function Page({ params }: IdParams) {
  return <YarnScreen page={await requireRecord(params, (id) => yarnOverview(database(), id))} />;
}
