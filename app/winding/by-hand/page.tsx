import type { Metadata } from 'next';
import { ByHandScreen } from '../../../features/winding/hand/ByHandScreen';
import { byHandPage } from '../../../server/winding/byHandPage';
import { database } from '../../../server/common/database';

export const metadata: Metadata = { title: 'By hand' };

export default async function Page({ searchParams }: { searchParams: Promise<{ method?: string }> }) {
  const { method } = await searchParams;
  return <ByHandScreen asked={method} {...byHandPage(database())} />;
}
