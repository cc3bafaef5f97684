import type { Metadata } from 'next';
import { ChangeScreen } from '../../../../features/yarns/operations/ChangeScreen';
import { CHANGES } from '../../../../features/yarns/operations/changes';
import { scales } from '../../../../server/bench/bench';
import { changePage } from '../../../../server/yarn/changePages';
import { database } from '../../../../server/common/database';
import { found, type IdParams } from '../../../../server/common/found';

export const metadata: Metadata = { title: 'What becomes of it' };

export default async function Page({
  params,
  searchParams,
}: IdParams & { searchParams: Promise<{ what?: string | string[] }> }) {
  const page = await found(params, (id) => changePage(database(), id));
  const { what } = await searchParams;
  return (
    <ChangeScreen page={page} scales={scales(database())} first={CHANGES.find((change) => change === what) ?? null} />
  );
}
