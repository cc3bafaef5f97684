import type { Metadata } from 'next';
import { MinisScreen } from '../../features/minis/MinisScreen';
import { database } from '../../server/database';
import { miniJobLines } from '../../server/miniJobPages';
import { runsUnderWay } from '../../server/today';

export const metadata: Metadata = { title: 'Minis' };
export const dynamic = 'force-dynamic';

export default function Page() {
  const runs = runsUnderWay(database()).filter(({ kind }) => kind === 'minis');
  return <MinisScreen jobs={miniJobLines(database())} runs={runs} />;
}
