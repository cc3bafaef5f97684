import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { CompareScreen } from '../../../features/dyeing/CompareScreen';
import { database } from '../../../server/common/database';
import { rowNumber } from '../../../server/common/rowNumber';
import { bathPage } from '../../../server/dyeing/bathPages';
import { pageQuery, type QueryParams } from '../../../server/common/pageQuery';

export const metadata: Metadata = { title: 'Two baths' };

/** `?one=ID&other=ID` */
export default async function Page({ searchParams }: QueryParams) {
  const asked = await pageQuery(searchParams);
  const [one, other] = [asked.one, asked.other].map((id) => bathPage(database(), rowNumber(id) ?? 0));
  if (!one || !other) notFound();
  return <CompareScreen one={one} other={other} />;
}
