import type { Metadata } from 'next';
import { MoreScreen } from '../../../../features/yarns/MoreScreen';
import { scales } from '../../../../server/bench';
import { database } from '../../../../server/database';
import { found, type IdParams } from '../../../../server/found';
import { yarnView } from '../../../../server/yarnViews';

export const metadata: Metadata = { title: 'More of it' };

export default async function Page({ params }: IdParams) {
  const yarn = await found(params, (id) => yarnView(database(), id));
  return <MoreScreen yarn={yarn} scales={scales(database())} />;
}
