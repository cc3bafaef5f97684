import type { Metadata } from 'next';
import { YarnScreen } from '../../../features/yarns/piece/YarnScreen';
import { database } from '../../../server/common/database';
import { found, type IdParams } from '../../../server/common/requireRecord';
import { yarnFront } from '../../../server/logbook/yarnOverview';

export const metadata: Metadata = { title: 'Yarn' };

export default async function Page({ params }: IdParams) {
  return <YarnScreen page={await found(params, (id) => yarnFront(database(), id))} />;
}
