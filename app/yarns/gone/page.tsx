import type { Metadata } from 'next';
import { GoneScreen } from '../../../features/yarns/GoneScreen';
import { database } from '../../../server/database';
import { goneFromShelf } from '../../../server/entries';

export const metadata: Metadata = { title: 'Off the shelf' };

export default function Page() {
  return <GoneScreen yarns={goneFromShelf(database())} />;
}
