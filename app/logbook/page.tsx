import type { Metadata } from 'next';
import { LogbookScreen } from '../../features/logbook/LogbookScreen';
import { database } from '../../server/common/database';
import { logbookPage, readLogAsked } from '../../server/logbook/logbook';

export const metadata: Metadata = { title: 'Logbook' };

export default async function Page({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const asked = readLogAsked(await searchParams);
  return <LogbookScreen asked={asked} page={logbookPage(database(), asked, new Date())} />;
}
