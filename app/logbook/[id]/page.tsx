import type { Metadata } from 'next';
import { EntryScreen } from '../../../features/logbook/EntryScreen';
import { database } from '../../../server/database';
import { found, type IdParams } from '../../../server/found';
import { entryPage } from '../../../server/entryPage';

export const metadata: Metadata = { title: 'Entry' };

export default async function Page({ params }: IdParams) {
  return <EntryScreen entry={await found(params, (id) => entryPage(database(), id))} />;
}
