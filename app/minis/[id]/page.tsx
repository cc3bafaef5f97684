import type { Metadata } from 'next';
import { MiniJobScreen } from '../../../features/minis/plan/MiniPlanScreen';
import { scales } from '../../../server/bench/bench';
import { database } from '../../../server/common/database';
import { found, type IdParams } from '../../../server/common/requireRecord';
import { miniJobPage } from '../../../server/minis/miniPlanPages';

export const metadata: Metadata = { title: 'Minis' };

export default async function Page({ params }: IdParams) {
  const page = await found(params, (id) => miniJobPage(database(), id));
  return <MiniJobScreen page={page} scales={scales(database())} />;
}
