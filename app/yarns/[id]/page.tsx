import type { Metadata } from 'next';
import { YarnScreen } from '../../../features/yarns/YarnScreen';
import { database } from '../../../server/database';
import { found, type IdParams } from '../../../server/found';
import { yarnFront } from '../../../server/yarnFront';

export const metadata: Metadata = { title: 'Yarn' };

export default async function Page({ params }: IdParams) {
  return <YarnScreen page={await found(params, (id) => yarnFront(database(), id))} />;
}
