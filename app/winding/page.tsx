import type { Metadata } from 'next';
import { WindingScreen } from '../../features/winding/WindingScreen';
import { database } from '../../server/common/database';
import { runsUnderWay } from '../../server/days/today';
import { windingPage } from '../../server/winding/planPages';

export const metadata: Metadata = { title: 'Winding' };

export default function Page() {
  const db = database();
  return <WindingScreen page={windingPage(db, new Date())} runs={runsUnderWay(db)} />;
}
