import type { Metadata } from 'next';
import { ByHandScreen } from '../../../features/winding/hand/ByHandScreen';
import { byHandPage } from '../../../server/winding/byHandPage';
import { database } from '../../../server/common/database';
import { pageQuery, type QueryParams } from '../../../server/common/pageQuery';

export const metadata: Metadata = { title: 'By hand' };

export default async function Page({ searchParams }: QueryParams) {
  const { method } = await pageQuery(searchParams);
  return <ByHandScreen asked={method} {...byHandPage(database())} />;
}
