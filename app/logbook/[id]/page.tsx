import type { Metadata } from 'next';
import { OperationScreen } from '../../../features/logbook/OperationScreen';
import { database } from '../../../server/common/database';
import { requireRecord, type IdParams } from '../../../server/common/requireRecord';
import { operationPage } from '../../../server/logbook/operationPage';

export const metadata: Metadata = { title: 'Entry' };

export default async function Page({ params }: IdParams) {
  return <OperationScreen operation={await requireRecord(params, (id) => operationPage(database(), id))} />;
}
