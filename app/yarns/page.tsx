import type { Metadata } from 'next';
import { ShelfScreen } from '../../features/yarns/ShelfScreen';
import { database } from '../../server/database';
import { shelf } from '../../server/yarnViews';

export const metadata: Metadata = { title: 'Yarns' };

export default function Page() {
  return <ShelfScreen yarns={shelf(database())} />;
}
