import type { Metadata } from 'next';
import { LogbookScreen } from '../../features/logbook/LogbookScreen';
import { database } from '../../server/database';
import { logbook } from '../../server/logbook';

export const metadata: Metadata = { title: 'Logbook' };

export default function Page() {
  const entries = logbook(database());
  return <LogbookScreen entries={entries} empty={entries.length === 0} />;
}
