import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { BathFormScreen } from '../../../features/dyeing/BathFormScreen';
import { bathAgain, emptyBath } from '../../../features/dyeing/bathValues';
import { database } from '../../../server/common/database';
import { rowNumber } from '../../../server/common/rowNumber';
import { bathFormPage, bathPage } from '../../../server/dyeing/bathPages';
import { pageQuery, type QueryParams, screenKey } from '../../../server/common/pageQuery';

export const metadata: Metadata = { title: 'A new dye bath' };

/** `?plan=ID` takes minis of that plan, `?piece=ID` that piece or others of its yarn, `?again=ID` the recipe of that bath; `?dyed=ID` notes the recipe of a dyeing that is in the log. */
export default async function Page({ searchParams }: QueryParams) {
  const asked = await pageQuery(searchParams);
  const [again, dyed] = [rowNumber(asked.again), rowNumber(asked.dyed)];
  const bath = again === null ? undefined : bathPage(database(), again);
  const page = bathFormPage(database(), {
    planId: rowNumber(asked.plan),
    pieceId: rowNumber(asked.piece),
    bathId: again,
    operationId: dyed,
  });
  if (!page || (again !== null && !bath)) notFound();
  const first = bath ? bathAgain(bath) : emptyBath(dyed);
  return <BathFormScreen key={screenKey(asked)} id={null} first={first} page={page} isPotted={dyed !== null} />;
}
