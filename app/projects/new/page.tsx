import type { Metadata } from 'next';
import { emptyProject } from '../../../features/projects/projectValues';
import { ProjectFormScreen } from '../../../features/projects/ProjectFormScreen';
import { database } from '../../../server/common/database';
import { rowNumber } from '../../../server/common/rowNumber';
import { yarnView } from '../../../server/yarn/yarnViews';
import { pageQuery, type QueryParams, screenKey } from '../../../server/common/pageQuery';

export const metadata: Metadata = { title: 'Start a project' };

/** `?yarn=ID&needs=190 m` begins with that yarn and that need. */
export default async function Page({ searchParams }: QueryParams) {
  const asked = await pageQuery(searchParams);
  const { yarn, needs } = asked;
  const yarnId = rowNumber(yarn);
  const view = yarnId === null ? undefined : yarnView(database(), yarnId);
  return <ProjectFormScreen key={screenKey(asked)} id={null} first={emptyProject(view, needs)} />;
}
