import type { Metadata } from 'next';
import { PlyScreen } from '../../../features/twist/PlyScreen';
import { scales } from '../../../server/bench';
import { database } from '../../../server/database';
import { plyPage } from '../../../server/plying';
import { twistLimits } from '../../../server/twistLimits';

export const metadata: Metadata = { title: 'Ply' };
export const dynamic = 'force-dynamic';

export default async function Page({ searchParams }: { searchParams: Promise<{ pieces?: string | string[] }> }) {
  const { pieces = '' } = await searchParams;
  const ids = [pieces]
    .flat()
    .join(',')
    .split(',')
    .map(Number)
    .filter((id) => Number.isInteger(id) && id > 0);
  return (
    <PlyScreen page={plyPage(database(), ids)} scales={scales(database())} limits={twistLimits(database()).single} />
  );
}
