import type { Metadata } from 'next';
import { PlanMinisScreen } from '../../../features/minis/planning/PlanMinisScreen';
import { database } from '../../../server/common/database';
import { planMinisPage } from '../../../server/minis/miniPlans';
import { pageQuery, type QueryParams } from '../../../server/common/pageQuery';

export const metadata: Metadata = { title: 'Plan minis' };

export default async function Page({ searchParams }: QueryParams) {
  return <PlanMinisScreen page={planMinisPage(database(), await pageQuery(searchParams))} />;
}
