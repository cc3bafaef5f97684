import type { Metadata } from 'next';
import { ProjectsScreen } from '../../features/projects/ProjectsScreen';
import { database } from '../../server/common/database';
import { needles } from '../../server/projects/knitting';
import { projectsPage } from '../../server/projects/projects';

export const metadata: Metadata = { title: 'Projects' };

export default function Page() {
  return <ProjectsScreen page={projectsPage(database())} needles={needles(database())} />;
}
