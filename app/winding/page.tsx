import type { Metadata } from 'next';
import { WindingScreen } from '../../features/winding/WindingScreen';
import { database } from '../../server/database';
import { windingPage } from '../../server/planPages';

export const metadata: Metadata = { title: 'Winding' };

export default function Page() {
  return <WindingScreen page={windingPage(database(), new Date())} />;
}
