import type { Metadata } from 'next';
import { YarnScreen } from '../../../features/yarns/YarnScreen';
import { database } from '../../../server/database';
import { found, type IdParams } from '../../../server/found';
import { yarnPage } from '../../../server/yarnViews';

export const metadata: Metadata = { title: 'Yarn' };

export default async function Page({ params }: IdParams) {
  return <YarnScreen page={await found(params, (id) => yarnPage(database(), id))} />;
}
