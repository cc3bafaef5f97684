import type { Metadata } from 'next';
import { PlanMinisScreen } from '../../../features/minis/planning/PlanMinisScreen';
import { database } from '../../../server/common/database';
import { planMinisPage } from '../../../server/minis/miniPlans';

export const metadata: Metadata = { title: 'Plan minis' };

export default async function Page({ searchParams }: { searchParams: Promise<{ yarns?: string; pieces?: string }> }) {
  return <PlanMinisScreen page={planMinisPage(database(), await searchParams)} />;
}
