import type { Metadata } from 'next';
import { KnittingScreen } from '../../../../features/projects/knitting/KnittingScreen';
import { scales } from '../../../../server/bench/bench';
import { database } from '../../../../server/common/database';
import { requireRecord, type IdParams } from '../../../../server/common/requireRecord';
import { knittingPage } from '../../../../server/projects/knitting';

export const metadata: Metadata = { title: 'Weigh as you knit' };

export default async function Page({ params }: IdParams) {
  const page = await requireRecord(params, (id) => knittingPage(database(), id));
  return <KnittingScreen page={page} scales={scales(database())} />;
}
