import type { SaveResult } from '../server/common/result';

/** The number of what was saved; demo data that are refused are a mistake in them. */
export function idOf(saved: SaveResult): number {
  if (!saved.ok) throw new Error(`the demo data are refused: ${JSON.stringify(saved.errors)}`);
  return saved.id;
}
