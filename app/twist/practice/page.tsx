import type { Metadata } from 'next';
import { PracticeScreen } from '../../../features/twist/practice/PracticeScreen';
import { database } from '../../../server/common/database';
import { practicePage } from '../../../server/twist/practice';

export const metadata: Metadata = { title: 'Practise twist' };
export const dynamic = 'force-dynamic';

export default function Page() {
  return <PracticeScreen page={practicePage(database())} />;
}
