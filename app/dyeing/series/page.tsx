import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { SeriesScreen } from '../../../features/dyeing/SeriesScreen';
import { database } from '../../../server/common/database';
import { rowNumber } from '../../../server/common/rowNumber';
import { bathFormPage, dyeBook } from '../../../server/dyeing/bathPages';
import { pageQuery, type QueryParams, screenKey } from '../../../server/common/pageQuery';

export const metadata: Metadata = { title: 'A series of shades' };

/** `?from=ID` goes by the recipe of that bath, and by what it may take in; `?plan=ID` takes minis of that plan. */
export default async function Page({ searchParams }: QueryParams) {
  const asked = await pageQuery(searchParams);
  const { baths } = dyeBook(database());
  const from = rowNumber(asked.from) ?? baths[0]?.id;
  const page =
    from === undefined ? undefined : bathFormPage(database(), { planId: rowNumber(asked.plan), bathId: from });
  if (from === undefined || !page) redirect('/dyeing');
  return <SeriesScreen key={screenKey(asked)} baths={baths} from={from} page={page} />;
}
