import type { Metadata } from 'next';
import { MiniJobScreen } from '../../../features/minis/MiniJobScreen';
import { scales } from '../../../server/bench';
import { database } from '../../../server/database';
import { found, type IdParams } from '../../../server/found';
import { miniJobPage } from '../../../server/miniJobPages';

export const metadata: Metadata = { title: 'Minis' };

export default async function Page({ params }: IdParams) {
  const page = await found(params, (id) => miniJobPage(database(), id));
  return <MiniJobScreen page={page} scales={scales(database())} />;
}
