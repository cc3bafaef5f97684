import type { Metadata } from 'next';
import { MiniPlanScreen } from '../../../features/minis/plan/MiniPlanScreen';
import { scales } from '../../../server/bench/bench';
import { database } from '../../../server/common/database';
import { requireRecord, type IdParams } from '../../../server/common/requireRecord';
import { miniPlanPage } from '../../../server/minis/miniPlanPages';

export const metadata: Metadata = { title: 'Minis' };

export default async function Page({ params }: IdParams) {
  const page = await requireRecord(params, (id) => miniPlanPage(database(), id));
  return <MiniPlanScreen page={page} scales={scales(database())} />;
}
