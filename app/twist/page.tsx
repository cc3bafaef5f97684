import type { Metadata } from 'next';
import { TwistHome } from '../../features/twist/TwistHome';
import { database } from '../../server/common/database';
import { twistHome } from '../../server/twist/twist';

export const metadata: Metadata = { title: 'Twist' };
export const dynamic = 'force-dynamic';

export default function Page() {
  return <TwistHome {...twistHome(database())} />;
}
