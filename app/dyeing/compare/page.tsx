import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { CompareScreen } from '../../../features/dyeing/CompareScreen';
import { database } from '../../../server/common/database';
import { rowNumber } from '../../../server/common/rowNumber';
import { bathPage } from '../../../server/dyeing/bathPages';

export const metadata: Metadata = { title: 'Two baths' };

/** `?one=ID&other=ID` */
export default async function Page({ searchParams }: { searchParams: Promise<{ one?: string; other?: string }> }) {
  const asked = await searchParams;
  const [one, other] = [asked.one, asked.other].map((id) => bathPage(database(), rowNumber(id) ?? 0));
  if (!one || !other) notFound();
  return <CompareScreen one={one} other={other} />;
}
