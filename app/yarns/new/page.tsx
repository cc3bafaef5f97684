import type { Metadata } from 'next';
import { AddYarnScreen } from '../../../features/yarns/band/AddYarnScreen';
import { scales } from '../../../server/bench/bench';
import { database } from '../../../server/common/database';

export const metadata: Metadata = { title: 'Add a yarn' };

export default function Page() {
  return <AddYarnScreen scales={scales(database())} />;
}
