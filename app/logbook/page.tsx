import type { Metadata } from 'next';
import { LogbookScreen } from '../../features/logbook/LogbookScreen';
import { database } from '../../server/common/database';
import { logbookPage, readLogAsked } from '../../server/logbook/logbook';
import { pageQuery, type QueryParams } from '../../server/common/pageQuery';

export const metadata: Metadata = { title: 'Logbook' };

export default async function Page({ searchParams }: QueryParams) {
  const asked = readLogAsked(await pageQuery(searchParams));
  return <LogbookScreen asked={asked} page={logbookPage(database(), asked, new Date())} />;
}
