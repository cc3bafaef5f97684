/**
 * The middle one of some figures, or the mean of the two in the middle.
 *
 * @param values at least one
 * @example
 * median([5, 1, 3]) // => 3
 * @example
 * median([4, 1, 3, 2]) // => 2.5
 */
export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
}
