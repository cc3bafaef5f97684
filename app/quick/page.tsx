import type { Metadata } from 'next';
import { QuickScreen } from '../../features/yarns/quick/QuickScreen';
import { database } from '../../server/common/database';
import { quickPage } from '../../server/winding/quickPage';

export const metadata: Metadata = { title: 'Quick answers' };

export default function Page() {
  return <QuickScreen page={quickPage(database())} />;
}
