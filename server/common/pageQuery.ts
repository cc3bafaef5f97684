/** What stands behind the question mark in the address of a page. */
export interface QueryParams {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

/** What the address of a page asks, by its names; what it asks twice does not count. */
export async function pageQuery(params: QueryParams['searchParams']): Promise<Record<string, string | undefined>> {
  const once = Object.entries(await params).filter(([, value]) => typeof value === 'string');
  return Object.fromEntries(once) as Record<string, string>;
}

/**
 * The name of the screen that answers this query, for React: another one begins anew, where the same screen would keep what
 * it was begun with.
 *
 * @example
 * screenKey({ lot: '8', colour: undefined }) // => 'lot=8'
 */
export function screenKey(query: Record<string, string | undefined>): string {
  const given = Object.entries(query).filter((entry): entry is [string, string] => entry[1] !== undefined);
  return new URLSearchParams(given).toString();
}
