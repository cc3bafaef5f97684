import type { Metadata } from 'next';
import { PlanMinisScreen } from '../../../../features/minis/planning/PlanMinisScreen';
import { database } from '../../../../server/common/database';
import { requireRecord, type IdParams } from '../../../../server/common/requireRecord';
import { miniReplanPage } from '../../../../server/minis/miniPlans';

export const metadata: Metadata = { title: 'Plan minis anew' };

export default async function Page({ params, searchParams }: IdParams & { searchParams: Promise<{ yarns?: string }> }) {
  const ask = await searchParams;
  const page = await requireRecord(params, (id) => miniReplanPage(database(), id, ask));
  return <PlanMinisScreen page={page} />;
}
