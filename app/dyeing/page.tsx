import type { Metadata } from 'next';
import { DyeBookScreen } from '../../features/dyeing/DyeBookScreen';
import { database } from '../../server/common/database';
import { dyeBook } from '../../server/dyeing/bathPages';

export const metadata: Metadata = { title: 'Dye book' };
export const dynamic = 'force-dynamic';

export default function Page() {
  return <DyeBookScreen page={dyeBook(database())} />;
}
