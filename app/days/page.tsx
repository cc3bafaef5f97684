import type { Metadata } from 'next';
import { isDay } from '../../core/days/days';
import { DaysScreen } from '../../features/days/DaysScreen';
import { database } from '../../server/common/database';
import { daysPage } from '../../server/days/daysPage';

export const metadata: Metadata = { title: 'Days' };

export default async function Page({ searchParams }: { searchParams: Promise<{ from?: string | string[] }> }) {
  const { from } = await searchParams;
  const asked = typeof from === 'string' && isDay(from) ? from : undefined;
  return <DaysScreen page={daysPage(database(), new Date(), asked)} />;
}
