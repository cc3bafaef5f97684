import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { BeginKnittingScreen } from '../../../../features/projects/knitting/BeginKnittingScreen';
import { scales } from '../../../../server/bench/bench';
import { database } from '../../../../server/common/database';
import { rowNumber } from '../../../../server/common/rowNumber';
import { newKnittingPage } from '../../../../server/projects/knitting';
import { pageQuery, type QueryParams, screenKey } from '../../../../server/common/pageQuery';

export const metadata: Metadata = { title: 'Weigh as you knit' };

/** `?piece=ID` begins from that piece, `?project=ID` from whatever that project has. */
export default async function Page({ searchParams }: QueryParams) {
  const asked = await pageQuery(searchParams);
  const [pieceId, projectId] = [rowNumber(asked.piece), rowNumber(asked.project)];
  const page = newKnittingPage(database(), { pieceId, projectId });
  if (!page) notFound();
  return <BeginKnittingScreen key={screenKey(asked)} page={page} projectId={projectId} scales={scales(database())} />;
}
