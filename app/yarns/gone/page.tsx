import type { Metadata } from 'next';
import { GoneScreen } from '../../../features/yarns/shelf/GoneScreen';
import { database } from '../../../server/common/database';
import { goneFromShelf } from '../../../server/yarn/yarnLifecycle';

export const metadata: Metadata = { title: 'Archived yarn' };

export default function Page() {
  return <GoneScreen yarns={goneFromShelf(database())} />;
}
