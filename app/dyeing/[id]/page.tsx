import type { Metadata } from 'next';
import { BathScreen } from '../../../features/dyeing/BathScreen';
import { database } from '../../../server/common/database';
import { requireRecord, type IdParams } from '../../../server/common/requireRecord';
import { bathPage } from '../../../server/dyeing/bathPages';

export const metadata: Metadata = { title: 'A dye bath' };

export default async function Page({ params }: IdParams) {
  return <BathScreen bath={await requireRecord(params, (id) => bathPage(database(), id))} />;
}
