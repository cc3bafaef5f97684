import type { Metadata } from 'next';
import { ShelfScreen } from '../../features/yarns/shelf/ShelfScreen';
import { database } from '../../server/common/database';
import { unitSystem } from '../../server/common/preferences';
import { shelfFront } from '../../server/yarn/shelf';

export const metadata: Metadata = { title: 'Yarns' };

export default async function Page({ searchParams }: { searchParams: Promise<Record<string, string>> }) {
  return <ShelfScreen {...shelfFront(database(), await searchParams, await unitSystem())} />;
}
