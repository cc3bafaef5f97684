import type { Metadata } from 'next';
import { ChangeScreen } from '../../../../features/yarns/ChangeScreen';
import { CHANGES } from '../../../../features/yarns/changes';
import { scales } from '../../../../server/bench';
import { changePage } from '../../../../server/changePages';
import { database } from '../../../../server/database';
import { found, type IdParams } from '../../../../server/found';

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
