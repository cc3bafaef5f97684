import type { Metadata } from 'next';
import { WheelScreen } from '../../../features/twist/wheel/WheelScreen';
import { database } from '../../../server/common/database';
import { rowNumber } from '../../../server/common/rowNumber';
import { wheelPage } from '../../../server/twist/wheelPage';
import { pageQuery, type QueryParams } from '../../../server/common/pageQuery';

export const metadata: Metadata = { title: 'At the wheel' };
export const dynamic = 'force-dynamic';

/** `?tool=ID` begins with that wheel or spindle, `?skein=ID` with a skein that is to be hung. */
export default async function Page({ searchParams }: QueryParams) {
  const { tool, skein } = await pageQuery(searchParams);
  return <WheelScreen page={wheelPage(database())} first={rowNumber(tool)} hung={rowNumber(skein)} />;
}
