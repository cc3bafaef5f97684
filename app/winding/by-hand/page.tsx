import type { Metadata } from 'next';
import { ByHandScreen } from '../../../features/winding/hand/ByHandScreen';
import { bench } from '../../../server/bench/bench';
import { database } from '../../../server/common/database';

export const metadata: Metadata = { title: 'By hand' };
export const dynamic = 'force-dynamic';

export default function Page() {
  return <ByHandScreen forms={bench(database()).handForms} />;
}
