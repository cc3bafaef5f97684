import type { Metadata } from 'next';
import { AddYarnScreen } from '../../../features/yarns/band/AddYarnScreen';
import { scales } from '../../../server/bench/bench';
import { database } from '../../../server/common/database';

export const metadata: Metadata = { title: 'Add a yarn' };

/** `?asked` goes on with the yarn that quick answers were about. */
export default async function Page({ searchParams }: { searchParams: Promise<{ asked?: string }> }) {
  const { asked } = await searchParams;
  return <AddYarnScreen scales={scales(database())} asked={asked !== undefined} />;
}
