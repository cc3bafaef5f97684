import type { Metadata } from 'next';
import { EntryScreen } from '../../../features/logbook/EntryScreen';
import { database } from '../../../server/common/database';
import { found, type IdParams } from '../../../server/common/found';
import { entryPage } from '../../../server/logbook/entryPage';

export const metadata: Metadata = { title: 'Entry' };

export default async function Page({ params }: IdParams) {
  return <EntryScreen entry={await found(params, (id) => entryPage(database(), id))} />;
}
