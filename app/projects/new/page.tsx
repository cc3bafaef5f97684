import type { Metadata } from 'next';
import { emptyProject } from '../../../features/projects/projectValues';
import { ProjectFormScreen } from '../../../features/projects/ProjectFormScreen';
import { database } from '../../../server/database';
import { yarnView } from '../../../server/yarnViews';

export const metadata: Metadata = { title: 'Begin a project' };

/** `?yarn=ID&needs=190 m` begins with that yarn and that need. */
export default async function Page({ searchParams }: { searchParams: Promise<{ yarn?: string; needs?: string }> }) {
  const { yarn, needs } = await searchParams;
  const view = /^[1-9]\d{0,14}$/.test(yarn ?? '') ? yarnView(database(), Number(yarn)) : undefined;
  return <ProjectFormScreen id={null} first={emptyProject(view, needs)} />;
}
