import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { CompareScreen } from '../../../features/twist/compare/CompareScreen';
import { database } from '../../../server/common/database';
import { rowNumber } from '../../../server/common/rowNumber';
import { strandComparePage } from '../../../server/twist/strandCompare';
import { pageQuery, type QueryParams } from '../../../server/common/pageQuery';

export const metadata: Metadata = { title: 'Two strands side by side' };
export const dynamic = 'force-dynamic';

/** `?one=PIECE` and `?other=PIECE`, or `?yarn=ID` for the piece of it that most was measured on. */
export default async function Page({ searchParams }: QueryParams) {
  const { one, other, yarn } = await pageQuery(searchParams);
  const asked = { oneId: rowNumber(one), otherId: rowNumber(other), otherYarnId: rowNumber(yarn) };
  const page = strandComparePage(database(), asked);
  if (!page) notFound();
  return <CompareScreen page={page} />;
}
