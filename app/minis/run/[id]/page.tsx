import type { Metadata } from 'next';
import { MiniRunScreen } from '../../../../features/minis/run/MiniRunScreen';
import { scales } from '../../../../server/bench/bench';
import { database } from '../../../../server/common/database';
import { requireRecord, type IdParams } from '../../../../server/common/requireRecord';
import { miniRunPage } from '../../../../server/minis/miniRuns';

export const metadata: Metadata = { title: 'Count minis' };

export default async function Page({ params }: IdParams) {
  const page = await requireRecord(params, (id) => miniRunPage(database(), id));
  return <MiniRunScreen page={page} scales={scales(database())} />;
}
