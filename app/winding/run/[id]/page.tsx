import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { RunScreen } from '../../../../features/winding/run/RunScreen';
import { scales } from '../../../../server/bench/bench';
import { database } from '../../../../server/common/database';
import { requireRecord, type IdParams } from '../../../../server/common/requireRecord';
import { miniRunPage } from '../../../../server/minis/miniRuns';
import { paceDrift } from '../../../../server/winding/paceDrift';
import { runPage } from '../../../../server/winding/runEvents';

export const metadata: Metadata = { title: 'Winding' };

export default async function Page({ params }: IdParams) {
  const db = database();
  const page = await requireRecord(params, (id) => runPage(db, id) ?? miniRunPage(db, id));
  // Whoever only knows that a piece is on the bench comes here; its minis are counted elsewhere.
  if ('planId' in page) redirect(`/minis/run/${page.id}`);
  return <RunScreen page={page} scales={scales(db)} drift={paceDrift(db)} />;
}
