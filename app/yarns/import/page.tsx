import type { Metadata } from 'next';
import { ImportScreen } from '../../../features/yarns/import/ImportScreen';
import { CSV_FIELD_NAMES, CSV_FIELDS } from '../../../formats/yarnCsv';

export const metadata: Metadata = { title: 'Import a list' };

const COLUMNS = CSV_FIELD_NAMES.map((field) => ({ field, label: CSV_FIELDS[field].label }));

export default function Page() {
  return <ImportScreen columns={COLUMNS} />;
}
