import type { Metadata } from 'next';
import { ProjectsScreen } from '../../features/projects/ProjectsScreen';
import { database } from '../../server/database';
import { projectsPage } from '../../server/projects';

export const metadata: Metadata = { title: 'Projects' };

export default function Page() {
  return <ProjectsScreen page={projectsPage(database())} />;
}
