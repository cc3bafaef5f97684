import type { Metadata } from 'next';
import { PlyScreen } from '../../../features/twist/ply/PlyScreen';
import { scales } from '../../../server/bench/bench';
import { database } from '../../../server/common/database';
import { rowNumber } from '../../../server/common/rowNumber';
import { madeBy, plyPage } from '../../../server/twist/plying';
import { twistLimits } from '../../../server/twist/twistLimits';
import { pageQuery, type QueryParams } from '../../../server/common/pageQuery';

export const metadata: Metadata = { title: 'Ply' };
export const dynamic = 'force-dynamic';

export default async function Page({ searchParams }: QueryParams) {
  const { pieces = '', split = '' } = await pageQuery(searchParams);
  const ids = [...numbersIn(split).flatMap((operationId) => madeBy(database(), operationId)), ...numbersIn(pieces)];
  return (
    <PlyScreen page={plyPage(database(), ids)} scales={scales(database())} limits={twistLimits(database()).single} />
  );
}

function numbersIn(text: string): number[] {
  return text.split(',').flatMap((number) => rowNumber(number) ?? []);
}
