import type { Metadata } from 'next';
import { MoreScreen } from '../../../../features/yarns/band/MoreScreen';
import { scales } from '../../../../server/bench/bench';
import { database } from '../../../../server/common/database';
import { requireRecord, type IdParams } from '../../../../server/common/requireRecord';
import { yarnView } from '../../../../server/yarn/yarnViews';

export const metadata: Metadata = { title: 'More of it' };

export default async function Page({ params }: IdParams) {
  const yarn = await requireRecord(params, (id) => yarnView(database(), id));
  return <MoreScreen yarn={yarn} scales={scales(database())} />;
}
