import type { Metadata } from 'next';
import { BathFormScreen } from '../../../../features/dyeing/BathFormScreen';
import { bathFirst } from '../../../../features/dyeing/bathValues';
import { database } from '../../../../server/common/database';
import { requireRecord, type IdParams } from '../../../../server/common/requireRecord';
import { bathFormPage, bathPage } from '../../../../server/dyeing/bathPages';

export const metadata: Metadata = { title: 'Change a dye bath' };

export default async function Page({ params }: IdParams) {
  const bath = await requireRecord(params, (id) => bathPage(database(), id));
  const page = bathFormPage(database(), { bathId: bath.id })!;
  return <BathFormScreen id={bath.id} first={bathFirst(bath)} page={page} isPotted={bath.operationId !== null} />;
}
