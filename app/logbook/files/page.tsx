import type { Metadata } from 'next';
import { FilesScreen } from '../../../features/logbook/FilesScreen';
import { database, databaseFile } from '../../../server/common/database';
import { filesPage } from '../../../server/exchange/filesPage';

export const metadata: Metadata = { title: 'Export and backup' };

export default function Page() {
  return <FilesScreen page={filesPage(database(), databaseFile())} />;
}
