/** A figure and how sure it is: the mean and the standard deviation, both in the figure's own unit. */
export interface Estimate {
  mean: number;
  sd: number;
}

/** Half the width of a 90 % range, in standard deviations of a normal curve. */
export const HALF_WIDTH_90 = 1.6448536;

const LOG_SQRT_TWO_PI = Math.log(2 * Math.PI) / 2;

/**
 * The standard deviation of "somewhere within plus or minus `halfWidth`, all places alike".
 *
 * @example
 * uniformSd(6) // => 3.4641016151377544
 */
export function uniformSd(halfWidth: number): number {
  return halfWidth / Math.sqrt(3);
}

/**
 * The standard deviation of one reading of a scale (or ruler) that shows steps of `resolution`.
 *
 * @example
 * readingSd(1) // => 0.2886751345948129
 */
export function readingSd(resolution: number): number {
  return resolution / Math.sqrt(12);
}

/**
 * The step of a scale (or ruler) whose readings have this standard deviation: how sure a figure is that was never read off one.
 *
 * @example
 * Number(stepOfSd(readingSd(0.5)).toFixed(9)) // => 0.5
 */
export function stepOfSd(sd: number): number {
  return sd * Math.sqrt(12);
}

/**
 * The range that holds the true figure nine times out of ten.
 *
 * @example
 * range90({ mean: 100, sd: 10 }).low90 // => 83.551464
 */
export function range90({ mean, sd }: Estimate): { low90: number; high90: number } {
  return { low90: mean - HALF_WIDTH_90 * sd, high90: mean + HALF_WIDTH_90 * sd };
}

/**
 * The chance that a normal variate stays below `z` standard deviations, to an absolute 1e-12.
 *
 * Marsaglia's series, Phi(z) = 1/2 + phi(z) (z + z^3/3 + z^5/(3 5) + ...): exactly 1/2 at zero and never falling,
 * which the usual short approximations are not, and a verdict turns on that.
 *
 * @see G. Marsaglia, Evaluating the normal distribution, Journal of Statistical Software 11 (2004)
 * @example
 * normalCdf(0) // => 0.5
 * @example
 * Number(normalCdf(-1.6448536).toFixed(8)) // => 0.05
 */
export function normalCdf(z: number): number {
  // Beyond seven deviations the rest is below 1e-11, and the series would lose its digits.
  if (Math.abs(z) > 7) return z > 0 ? 1 : 0;
  let term = z;
  let sum = z;
  for (let odd = 3; Math.abs(term) > 1e-17 * Math.abs(sum); odd += 2) {
    term *= (z * z) / odd;
    sum += term;
  }
  return 0.5 + sum * Math.exp((-z * z) / 2 - LOG_SQRT_TWO_PI);
}

/**
 * The best figure from several independent estimates of the same thing, each weighted by 1/variance.
 *
 * @example
 * weightedMean([{ mean: 4, sd: 1 }, { mean: 6, sd: 1 }]).mean // => 5
 */
export function weightedMean(estimates: readonly Estimate[]): Estimate {
  const weights = estimates.map(({ sd }) => 1 / sd ** 2);
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const mean = estimates.reduce((sum, { mean }, i) => sum + mean * (weights[i] ?? 0), 0) / total;
  return { mean, sd: 1 / Math.sqrt(total) };
}

/**
 * Independent estimates of several things, together.
 *
 * @example
 * sumOf([{ mean: 4, sd: 3 }, { mean: 6, sd: 4 }]) // => { mean: 10, sd: 5 }
 */
export function sumOf(estimates: readonly Estimate[]): Estimate {
  return {
    mean: estimates.reduce((sum, { mean }) => sum + mean, 0),
    sd: Math.hypot(...estimates.map(({ sd }) => sd)),
  };
}

/**
 * The product of two independent estimates: relative variances add.
 *
 * @example
 * product({ mean: 2, sd: 0 }, { mean: 50, sd: 1 }) // => { mean: 100, sd: 2 }
 */
export function product(a: Estimate, b: Estimate): Estimate {
  const mean = a.mean * b.mean;
  return { mean, sd: Math.abs(mean) * Math.hypot(a.sd / a.mean, b.sd / b.mean) };
}
