import type { Metadata } from 'next';
import { JOB_KINDS } from '../../../core/days/schedule';
import { JobFormScreen } from '../../../features/days/TaskFormScreen';
import { database } from '../../../server/common/database';
import { jobChoices } from '../../../server/days/taskPage';
import { rowNumber } from '../../../server/common/rowNumber';

export const metadata: Metadata = { title: 'Plan something' };

export default async function Page({
  searchParams,
}: {
  searchParams: Promise<{ piece?: string | string[]; kind?: string | string[] }>;
}) {
  const { piece, kind } = await searchParams;
  const pieceId = rowNumber(piece);
  const first = { kind: JOB_KINDS.find((each) => each === kind) ?? 'wind', pieceId };
  return <JobFormScreen job={null} first={first} choices={jobChoices(database(), new Date(), null, pieceId)} />;
}
