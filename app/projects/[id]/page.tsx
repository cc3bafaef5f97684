import type { Metadata } from 'next';
import { ProjectScreen } from '../../../features/projects/ProjectScreen';
import { database } from '../../../server/common/database';
import { requireRecord, type IdParams } from '../../../server/common/requireRecord';
import { projectPage } from '../../../server/projects/projects';

export const metadata: Metadata = { title: 'Project' };

export default async function Page({ params }: IdParams) {
  return <ProjectScreen project={await requireRecord(params, (id) => projectPage(database(), id))} />;
}
