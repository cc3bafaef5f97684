import type { Metadata } from 'next';
import { ProjectScreen } from '../../../features/projects/ProjectScreen';
import { database } from '../../../server/database';
import { found, type IdParams } from '../../../server/found';
import { projectPage } from '../../../server/projects';

export const metadata: Metadata = { title: 'Project' };

export default async function Page({ params }: IdParams) {
  return <ProjectScreen project={await found(params, (id) => projectPage(database(), id))} />;
}
