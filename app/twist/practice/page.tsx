import type { Metadata } from 'next';
import { PracticeScreen } from '../../../features/twist/PracticeScreen';
import { database } from '../../../server/database';
import { practicePage } from '../../../server/practice';

export const metadata: Metadata = { title: 'Practise twist' };
export const dynamic = 'force-dynamic';

export default function Page() {
  return <PracticeScreen page={practicePage(database())} />;
}
