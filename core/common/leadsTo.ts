/**
 * Whether one thing leads to another, by however many steps; everything leads to itself.
 *
 * @param next where one step leads from each; rings in it do no harm
 * @example
 * leadsTo(1, 3, (at) => (at < 3 ? [at + 1] : [])) // => true
 * @example
 * leadsTo(1, 4, (at) => [3 - at]) // => false
 */
export function leadsTo(from: number, to: number, next: (at: number) => readonly number[]): boolean {
  const seen = new Set<number>();
  const waiting = [from];
  for (let at = waiting.pop(); at !== undefined; at = waiting.pop()) {
    if (at === to) return true;
    if (seen.has(at)) continue;
    seen.add(at);
    waiting.push(...next(at));
  }
  return false;
}
