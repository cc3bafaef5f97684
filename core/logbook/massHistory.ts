/** A piece's part in an operation, as far as it bears on how much there is. */
export interface MassStep {
  atMs: number;
  pieceId: number;
  side: 'in' | 'out' | 'on';
  /** Net, in grams; null where it was not weighed. */
  massG: number | null;
}

/**
 * How much there was of a yarn after each operation: the last known masses of the pieces that were there then.
 * Only steps that changed the total, or weighed anew, make a point.
 *
 * @param steps oldest first; those of one operation share their moment
 * @returns grams, oldest first
 * @example
 * massHistory([
 *   { atMs: 0, pieceId: 1, side: 'out', massG: 98 },
 *   { atMs: 5, pieceId: 1, side: 'on', massG: 40 },
 * ]) // => [{ atMs: 0, massG: 98 }, { atMs: 5, massG: 40 }]
 */
export function massHistory(steps: readonly MassStep[]): { atMs: number; massG: number }[] {
  const now = new Map<number, number>();
  const points: { atMs: number; massG: number }[] = [];
  let changed = false;
  steps.forEach((step, i) => {
    changed ||= step.side === 'in' || step.massG !== null;
    if (step.side === 'in') now.delete(step.pieceId);
    else if (step.massG !== null) now.set(step.pieceId, step.massG);
    if (steps[i + 1]?.atMs === step.atMs || !changed) return;
    changed = false;
    const massG = [...now.values()].reduce((sum, mass) => sum + mass, 0);
    points.push({ atMs: step.atMs, massG });
  });
  return points;
}
