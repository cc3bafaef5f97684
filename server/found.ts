import { notFound } from 'next/navigation';

/** The params of a page under `[id]`. */
export interface IdParams {
  params: Promise<{ id: string }>;
}

/** What a page under `[id]` shows; "not found" where there is no such thing. */
export async function found<Thing>(params: IdParams['params'], get: (id: number) => Thing | undefined): Promise<Thing> {
  const { id } = await params;
  const thing = /^[1-9]\d{0,14}$/.test(id) ? get(Number(id)) : undefined;
  if (thing === undefined) notFound();
  return thing;
}
