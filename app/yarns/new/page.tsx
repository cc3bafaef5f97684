import type { Metadata } from 'next';
import { AddYarnScreen } from '../../../features/yarns/AddYarnScreen';
import { scales } from '../../../server/bench';
import { database } from '../../../server/database';

export const metadata: Metadata = { title: 'Add a yarn' };

export default function Page() {
  return <AddYarnScreen scales={scales(database())} />;
}
