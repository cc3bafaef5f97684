import type { Metadata } from 'next';
import { AddYarnScreen } from '../../../features/yarns/band/AddYarnScreen';
import { bandOfAnother } from '../../../features/yarns/band/bandValues';
import { scales } from '../../../server/bench/bench';
import { database } from '../../../server/common/database';
import { rowNumber } from '../../../server/common/rowNumber';
import { yarnView } from '../../../server/yarn/yarnViews';
import { pageQuery, type QueryParams, screenKey } from '../../../server/common/pageQuery';

export const metadata: Metadata = { title: 'Add a yarn' };

/** `?asked` goes on with the yarn that quick answers were about; `?lot=ID` and `?colour=ID` begin with the band of that one. */
export default async function Page({ searchParams }: QueryParams) {
  const query = await pageQuery(searchParams);
  const { asked, lot, colour } = query;
  const [what, id] = lot === undefined ? (['colour', rowNumber(colour)] as const) : (['lot', rowNumber(lot)] as const);
  const yarn = id === null ? undefined : yarnView(database(), id);
  const like = yarn && { name: yarn.name, key: `${what} of ${yarn.id}`, band: bandOfAnother(yarn, what) };
  return <AddYarnScreen key={screenKey(query)} scales={scales(database())} asked={asked !== undefined} like={like} />;
}
