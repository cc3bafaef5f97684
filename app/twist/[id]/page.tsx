import type { Metadata } from 'next';
import { TwistScreen } from '../../../features/twist/TwistScreen';
import { database } from '../../../server/common/database';
import { requireRecord, type IdParams } from '../../../server/common/requireRecord';
import { twistPage } from '../../../server/twist/twist';

export const metadata: Metadata = { title: 'Twist' };

export default async function Page({ params }: IdParams) {
  const page = await requireRecord(params, (id) => twistPage(database(), id));
  // What is tried with one piece is not tried with the next.
  return <TwistScreen key={page.piece.id} page={page} />;
}
