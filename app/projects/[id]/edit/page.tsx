import type { Metadata } from 'next';
import { projectFirst } from '../../../../features/projects/projectValues';
import { ProjectFormScreen } from '../../../../features/projects/ProjectFormScreen';
import { database } from '../../../../server/common/database';
import { requireRecord, type IdParams } from '../../../../server/common/requireRecord';
import { projectPage } from '../../../../server/projects/projects';

export const metadata: Metadata = { title: 'Change a project' };

export default async function Page({ params }: IdParams) {
  const project = await requireRecord(params, (id) => projectPage(database(), id));
  return <ProjectFormScreen id={project.id} first={projectFirst(project)} />;
}
