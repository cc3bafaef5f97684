import type { Metadata } from 'next';
import { ColoursScreen } from '../../../../features/yarns/colours/ColoursScreen';
import { database } from '../../../../server/common/database';
import { requireRecord, type IdParams } from '../../../../server/common/requireRecord';
import { coloursPage } from '../../../../server/yarn/colours';

export const metadata: Metadata = { title: 'Colours along it' };

export default async function Page({ params }: IdParams) {
  return <ColoursScreen page={await requireRecord(params, (id) => coloursPage(database(), id))} />;
}
