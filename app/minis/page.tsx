import type { Metadata } from 'next';
import { MinisScreen } from '../../features/minis/plan/MinisScreen';
import { database } from '../../server/common/database';
import { miniPlanLines } from '../../server/minis/miniPlanPages';
import { runsUnderWay } from '../../server/days/today';

export const metadata: Metadata = { title: 'Minis' };
export const dynamic = 'force-dynamic';

export default function Page() {
  const runs = runsUnderWay(database()).filter(({ kind }) => kind === 'minis');
  return <MinisScreen miniPlans={miniPlanLines(database())} runs={runs} />;
}
