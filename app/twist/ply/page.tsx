import type { Metadata } from 'next';
import { PlyScreen } from '../../../features/twist/ply/PlyScreen';
import { scales } from '../../../server/bench/bench';
import { database } from '../../../server/common/database';
import { madeBy, plyPage } from '../../../server/twist/plying';
import { twistLimits } from '../../../server/twist/twistLimits';

export const metadata: Metadata = { title: 'Ply' };
export const dynamic = 'force-dynamic';

export default async function Page({
  searchParams,
}: {
  searchParams: Promise<{ pieces?: string | string[]; split?: string | string[] }>;
}) {
  const { pieces = '', split = '' } = await searchParams;
  const ids = [...numbersIn(split).flatMap((operationId) => madeBy(database(), operationId)), ...numbersIn(pieces)];
  return (
    <PlyScreen page={plyPage(database(), ids)} scales={scales(database())} limits={twistLimits(database()).single} />
  );
}

function numbersIn(text: string | string[]): number[] {
  return [text]
    .flat()
    .join(',')
    .split(',')
    .map(Number)
    .filter((number) => Number.isInteger(number) && number > 0);
}
