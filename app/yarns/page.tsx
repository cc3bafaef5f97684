import type { Metadata } from 'next';
import { ShelfScreen } from '../../features/yarns/ShelfScreen';
import { database } from '../../server/database';
import { preferences } from '../../server/preferences';
import { shelfFront } from '../../server/shelf';

export const metadata: Metadata = { title: 'Yarns' };

export default async function Page({ searchParams }: { searchParams: Promise<Record<string, string>> }) {
  return <ShelfScreen {...shelfFront(database(), await searchParams, (await preferences()).system)} />;
}
