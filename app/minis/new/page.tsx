import type { Metadata } from 'next';
import { MiniPlanScreen } from '../../../features/minis/MiniPlanScreen';
import { database } from '../../../server/database';
import { miniPlanPage } from '../../../server/miniJobs';

export const metadata: Metadata = { title: 'Plan minis' };

export default async function Page({ searchParams }: { searchParams: Promise<{ yarns?: string; pieces?: string }> }) {
  return <MiniPlanScreen page={miniPlanPage(database(), await searchParams)} />;
}
