import { notFound } from 'next/navigation';
import { rowNumber } from './rowNumber';

/** The params of a page under `[id]`. */
export interface IdParams {
  params: Promise<{ id: string }>;
}

/** What a page under `[id]` shows; "not found" where there is no such thing. */
export async function requireRecord<Thing>(
  params: IdParams['params'],
  get: (id: number) => Thing | undefined,
): Promise<Thing> {
  const id = rowNumber((await params).id);
  const thing = id === null ? undefined : get(id);
  if (thing === undefined) notFound();
  return thing;
}
