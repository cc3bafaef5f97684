import type { Metadata } from 'next';
import { isDay } from '../../core/days/days';
import { DaysScreen } from '../../features/days/DaysScreen';
import { database } from '../../server/common/database';
import { daysPage } from '../../server/days/daysPage';
import { pageQuery, type QueryParams } from '../../server/common/pageQuery';

export const metadata: Metadata = { title: 'Days' };

export default async function Page({ searchParams }: QueryParams) {
  const { from } = await pageQuery(searchParams);
  const asked = from !== undefined && isDay(from) ? from : undefined;
  return <DaysScreen page={daysPage(database(), new Date(), asked)} />;
}
