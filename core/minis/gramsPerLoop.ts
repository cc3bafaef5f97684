import { type Estimate, readingSd } from '../common/estimate';

/** Loops that were weighed together: one mini by itself, or all so far by what their parent became lighter. */
export interface LoopsWeighed {
  /** Where along the session they lie, in loops since its beginning. */
  fromLoop: number;
  toLoop: number;
  massG: number;
  /** Of this reading alone. */
  sdG: number;
  /** In how many minis they lie: each was begun and cut somewhere. */
  minis: number;
  /** It is the difference to the parent's first reading, whose own error all of these share. */
  byParent?: boolean;
}

/** What a loop weighs, as far as it is known; it may change along the yarn. */
export interface LoopMass {
  /** At the beginning of the session. */
  gramsPerLoop: number;
  /** How that changes with each loop further on. */
  driftPerLoop: number;
  /** Variances of both and how they go together. */
  covariance: readonly [mass: number, both: number, drift: number];
  /** How much single minis of this session differ beyond what explains it, as a share; the usual where it is not said. */
  unevenShare?: number;
}

/** How far a yarn's grist may wander over a session of so many loops: as a share, one standard deviation. */
const DRIFT_SHARE = 0.06;

/** A loop is begun and cut somewhere, not always at the same place. */
const CUT_SD_LOOPS = 0.25;

/** How much stretches of the same yarn differ from one another, as a share of their mass. */
const UNEVEN_SHARE = 0.012;

/**
 * What a loop weighs and how that drifts, by least squares over everything that was weighed in a session. What was known
 * beforehand counts as one more observation, so that the first minis move it only as far as they can be believed.
 *
 * @param before grams in a loop by grist, or by the session before
 * @param loops how long the session is going to be
 * @param parentSdG how far the parent's first reading may be out
 * @example
 * Number(loopMass([{ fromLoop: 0, toLoop: 50, massG: 11, sdG: 0.03, minis: 1 }], { mean: 0.2, sd: 0.02 }, 400).gramsPerLoop.toFixed(3)) // => 0.22
 */
export function loopMass(
  weighed: readonly LoopsWeighed[],
  before: Estimate,
  loops: number,
  parentSdG = readingSd(1),
): LoopMass {
  const usual = fitted(weighed, before, loops, parentSdG, UNEVEN_SHARE);
  const unevenShare = unevenShareSeen(weighed, usual, before.mean);
  return unevenShare === UNEVEN_SHARE
    ? usual
    : { ...fitted(weighed, before, loops, parentSdG, unevenShare), unevenShare };
}

/** From so many minis on their own scatter tells more of a yarn than what is usual. */
const ENOUGH_MINIS = 4;
/** What is usual counts as so many minis more. */
const USUAL_COUNTS = 1;

/** How uneven the yarn of this session is, by how far its minis lie from the line through them. */
function unevenShareSeen(weighed: readonly LoopsWeighed[], line: LoopMass, gramsPerLoop: number): number {
  const single = weighed.filter(({ minis, byParent }) => minis === 1 && !byParent);
  if (single.length < ENOUGH_MINIS) return UNEVEN_SHARE;
  const unexplained = single.reduce((sum, { fromLoop, toLoop, massG, sdG }) => {
    const offG = massG - loopsMassG(line, fromLoop, toLoop - fromLoop).mean;
    return sum + (offG ** 2 - sdG ** 2 - (CUT_SD_LOOPS * gramsPerLoop) ** 2) / massG ** 2;
  }, 0);
  // The line takes two of them for itself.
  const freedom = single.length - 2 + USUAL_COUNTS;
  const seen = Math.sqrt(Math.max(LEAST_UNEVEN ** 2, (unexplained + USUAL_COUNTS * UNEVEN_SHARE ** 2) / freedom));
  // A few minis tell little of their own scatter: Student's range is wider than the normal one by about so much.
  return seen * (1 + FEWNESS / freedom);
}

/** Of Student's t at 95 %: about 1.645 (1 + 0.95 / f). */
const FEWNESS = 0.95;

/** No yarn is more even. */
const LEAST_UNEVEN = 0.006;

function fitted(
  weighed: readonly LoopsWeighed[],
  before: Estimate,
  loops: number,
  parentSdG: number,
  unevenShare: number,
): LoopMass {
  const driftSd = (before.mean * DRIFT_SHARE) / Math.max(loops, 1);
  // Normal equations of three unknowns, begun with what was known: a loop's mass, its drift, the parent's own error.
  const normal = [
    [1 / before.sd ** 2, 0, 0],
    [0, 1 / driftSd ** 2, 0],
    [0, 0, 1 / parentSdG ** 2],
  ];
  const right = [before.mean / before.sd ** 2, 0, 0];
  for (const { fromLoop, toLoop, massG, sdG, minis, byParent } of weighed) {
    const many = toLoop - fromLoop;
    if (many <= 0) continue;
    // The sum of a line over these loops: so many at the beginning's mass, and so far along the drift.
    const factors = [many, (many * (fromLoop + toLoop)) / 2, byParent ? 1 : 0];
    const variance = sdG ** 2 + minis * (CUT_SD_LOOPS * before.mean) ** 2 + (unevenShare * massG) ** 2 / minis;
    factors.forEach((row, i) => {
      factors.forEach((column, j) => (normal[i]![j]! += (row * column) / variance));
      right[i]! += (row * massG) / variance;
    });
  }
  const inverse = inverseOf(normal);
  const [gramsPerLoop, driftPerLoop] = inverse.map((row) => row.reduce((sum, each, i) => sum + each * right[i]!, 0));
  return {
    gramsPerLoop: gramsPerLoop!,
    driftPerLoop: driftPerLoop!,
    covariance: [inverse[0]![0]!, inverse[0]![1]!, inverse[1]![1]!],
  };
}

/** The inverse of a small symmetric matrix that has one, by elimination. */
function inverseOf(matrix: readonly (readonly number[])[]): number[][] {
  const rows = matrix.map((row, i) => [...row, ...matrix.map((_, j) => (i === j ? 1 : 0))]);
  rows.forEach((pivot, i) => {
    const divisor = pivot[i]!;
    pivot.forEach((value, j) => (pivot[j] = value / divisor));
    rows.forEach((row, other) => {
      const factor = row[i]!;
      if (other !== i) row.forEach((value, j) => (row[j] = value - factor * pivot[j]!));
    });
  });
  return rows.map((row) => row.slice(matrix.length));
}

/**
 * What so many loops will weigh from a place on, and how sure that is.
 *
 * @example
 * loopsMassG({ gramsPerLoop: 0.2, driftPerLoop: 0.0001, covariance: [0, 0, 0] }, 100, 50).mean // => 10.625
 */
export function loopsMassG(
  { gramsPerLoop, driftPerLoop, covariance, unevenShare = UNEVEN_SHARE }: LoopMass,
  fromLoop: number,
  loops: number,
): Estimate {
  const middle = fromLoop + loops / 2;
  const mean = loops * (gramsPerLoop + driftPerLoop * middle);
  const [mass, both, drift] = covariance;
  const variance = loops ** 2 * Math.max(0, mass + 2 * middle * both + middle ** 2 * drift);
  const single = (CUT_SD_LOOPS * gramsPerLoop) ** 2 + (unevenShare * mean) ** 2;
  return { mean, sd: loops === 0 ? 0 : Math.sqrt(variance + single) };
}

/**
 * The whole number of loops that comes nearest to a mass.
 *
 * @example
 * loopsForMass({ gramsPerLoop: 0.2, driftPerLoop: 0, covariance: [0, 0, 0] }, 0, 11.4) // => 57
 */
export function loopsForMass(learned: LoopMass, fromLoop: number, massG: number): number {
  const offG = (loops: number) => Math.abs(loopsMassG(learned, fromLoop, loops).mean - massG);
  let loops = Math.max(1, Math.round(massG / (learned.gramsPerLoop + learned.driftPerLoop * fromLoop)));
  // The drift bends it by a loop or two.
  while (loops > 1 && offG(loops - 1) < offG(loops)) loops--;
  while (offG(loops + 1) < offG(loops)) loops++;
  return loops;
}
