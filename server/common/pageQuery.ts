/** What stands behind the question mark in the address of a page. */
export interface QueryParams {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

/** What the address of a page asks, by its names; what it asks twice does not count. */
export async function pageQuery(params: QueryParams['searchParams']): Promise<Record<string, string | undefined>> {
  const once = Object.entries(await params).filter(([, value]) => typeof value === 'string');
  return Object.fromEntries(once) as Record<string, string>;
}
