import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { PlanMinisScreen } from '../../../../features/minis/planning/PlanMinisScreen';
import { database } from '../../../../server/common/database';
import { requireRecord, type IdParams } from '../../../../server/common/requireRecord';
import { miniReplanPage } from '../../../../server/minis/miniPlans';
import { pageQuery, type QueryParams } from '../../../../server/common/pageQuery';

export const metadata: Metadata = { title: 'Plan minis anew' };

export default async function Page({ params, searchParams }: IdParams & QueryParams) {
  const ask = await pageQuery(searchParams);
  const page = await requireRecord(params, (id) => miniReplanPage(database(), id, ask));
  if ('begun' in page) redirect(`/minis/${page.begun}`);
  return <PlanMinisScreen page={page} />;
}
