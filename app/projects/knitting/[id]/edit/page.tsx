import type { Metadata } from 'next';
import { ChangeKnittingScreen } from '../../../../../features/projects/knitting/ChangeKnittingScreen';
import { database } from '../../../../../server/common/database';
import { requireRecord, type IdParams } from '../../../../../server/common/requireRecord';
import { projectChoices } from '../../../../../server/common/projectChoices';
import { knittingPage } from '../../../../../server/projects/knitting';

export const metadata: Metadata = { title: 'Change what is knitted' };

export default async function Page({ params }: IdParams) {
  const page = await requireRecord(params, (id) => knittingPage(database(), id));
  return <ChangeKnittingScreen page={page} projects={projectChoices(database(), page.project?.id)} />;
}
