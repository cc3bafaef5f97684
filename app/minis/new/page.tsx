import type { Metadata } from 'next';
import { MiniPlanScreen } from '../../../features/minis/planning/PlanMinisScreen';
import { database } from '../../../server/common/database';
import { miniPlanPage } from '../../../server/minis/miniPlans';

export const metadata: Metadata = { title: 'Plan minis' };

export default async function Page({ searchParams }: { searchParams: Promise<{ yarns?: string; pieces?: string }> }) {
  return <MiniPlanScreen page={miniPlanPage(database(), await searchParams)} />;
}
