import type { Metadata } from 'next';
import { ShelfScreen } from '../../features/yarns/shelf/ShelfScreen';
import { database } from '../../server/common/database';
import { unitSystem } from '../../server/common/preferences';
import { shelfFront } from '../../server/yarn/shelf';
import { pageQuery, type QueryParams } from '../../server/common/pageQuery';

export const metadata: Metadata = { title: 'Yarns' };

export default async function Page({ searchParams }: QueryParams) {
  return <ShelfScreen {...shelfFront(database(), await pageQuery(searchParams), await unitSystem())} />;
}
