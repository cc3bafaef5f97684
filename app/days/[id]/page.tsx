import type { Metadata } from 'next';
import { JobFormScreen } from '../../../features/days/TaskFormScreen';
import { database } from '../../../server/common/database';
import { found, type IdParams } from '../../../server/common/requireRecord';
import { jobCard, jobChoices } from '../../../server/days/taskPage';

export const metadata: Metadata = { title: 'What is to be done' };

export default async function Page({ params }: IdParams) {
  const now = new Date();
  const job = await found(params, (id) => jobCard(database(), now, id));
  const pieceId = job.piece?.id ?? null;
  return (
    <JobFormScreen
      key={job.id}
      job={job}
      first={{ kind: job.kind, pieceId }}
      choices={jobChoices(database(), now, job.id, pieceId)}
    />
  );
}
