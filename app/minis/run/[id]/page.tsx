import type { Metadata } from 'next';
import { MiniRunScreen } from '../../../../features/minis/MiniRunScreen';
import { scales } from '../../../../server/bench';
import { database } from '../../../../server/database';
import { found, type IdParams } from '../../../../server/found';
import { miniRunPage } from '../../../../server/miniRuns';

export const metadata: Metadata = { title: 'Count minis' };

export default async function Page({ params }: IdParams) {
  const page = await found(params, (id) => miniRunPage(database(), id));
  return <MiniRunScreen page={page} scales={scales(database())} />;
}
