import type { Metadata } from 'next';
import { WheelScreen } from '../../../features/twist/wheel/WheelScreen';
import { wheels } from '../../../server/bench/bench';
import { database } from '../../../server/common/database';
import { rowNumber } from '../../../server/common/rowNumber';

export const metadata: Metadata = { title: 'At the wheel' };

/** `?tool=ID` begins with that wheel or spindle. */
export default async function Page({ searchParams }: { searchParams: Promise<{ tool?: string }> }) {
  return <WheelScreen wheels={wheels(database())} first={rowNumber((await searchParams).tool)} />;
}
