import type { Metadata } from 'next';
import { RunScreen } from '../../../../features/winding/RunScreen';
import { scales } from '../../../../server/bench';
import { database } from '../../../../server/database';
import { found, type IdParams } from '../../../../server/found';
import { runPage } from '../../../../server/runEvents';

export const metadata: Metadata = { title: 'Winding' };

export default async function Page({ params }: IdParams) {
  const page = await found(params, (id) => runPage(database(), id));
  return <RunScreen page={page} scales={scales(database())} />;
}
