import type { Metadata } from 'next';
import { emptyProject } from '../../../features/projects/projectValues';
import { ProjectFormScreen } from '../../../features/projects/ProjectFormScreen';
import { database } from '../../../server/common/database';
import { rowNumber } from '../../../server/common/rowNumber';
import { yarnView } from '../../../server/yarn/yarnViews';

export const metadata: Metadata = { title: 'Start a project' };

/** `?yarn=ID&needs=190 m` begins with that yarn and that need. */
export default async function Page({ searchParams }: { searchParams: Promise<{ yarn?: string; needs?: string }> }) {
  const { yarn, needs } = await searchParams;
  const yarnId = rowNumber(yarn);
  const view = yarnId === null ? undefined : yarnView(database(), yarnId);
  return <ProjectFormScreen id={null} first={emptyProject(view, needs)} />;
}
