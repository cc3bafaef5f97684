import type { Metadata } from 'next';
import { EntryScreen } from '../../../features/logbook/OperationScreen';
import { database } from '../../../server/common/database';
import { found, type IdParams } from '../../../server/common/requireRecord';
import { entryPage } from '../../../server/logbook/operationPage';

export const metadata: Metadata = { title: 'Entry' };

export default async function Page({ params }: IdParams) {
  return <EntryScreen entry={await found(params, (id) => entryPage(database(), id))} />;
}
