/** Where a fresh ply stands: it rests, is washed to set its twist, dries, and only then is measured for good. */
export type PlyStage = 'resting' | 'to wash' | 'drying' | 'to measure' | 'done';

/**
 * What a plied yarn waits for.
 *
 * @param washed it has been in water since it was plied
 * @param dry it was weighed again after that
 * @param measured its loops were counted after that
 * @example
 * plyStage({ restUntilMs: 5000, nowMs: 3000, washed: false, dry: false, measured: false }) // => 'resting'
 * @example
 * plyStage({ restUntilMs: 5000, nowMs: 8000, washed: true, dry: true, measured: false }) // => 'to measure'
 */
export function plyStage({
  restUntilMs,
  nowMs,
  washed,
  dry,
  measured,
}: {
  restUntilMs: number | null;
  nowMs: number;
  washed: boolean;
  dry: boolean;
  measured: boolean;
}): PlyStage {
  if (measured) return 'done';
  if (washed) return dry ? 'to measure' : 'drying';
  return restUntilMs !== null && nowMs < restUntilMs ? 'resting' : 'to wash';
}
