import type { Metadata } from 'next';
import { FilesScreen } from '../../../features/logbook/FilesScreen';
import { isUntouched } from '../../../server/archiveStaging';
import { database } from '../../../server/database';

export const metadata: Metadata = { title: 'Take it along' };

export default function Page() {
  return <FilesScreen empty={isUntouched(database())} />;
}
