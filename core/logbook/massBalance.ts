/** One reading of a scale. */
export interface Weighing {
  massG: number;
  resolutionG: number;
}

export interface MassBalanceInput {
  in: readonly Weighing[];
  out: readonly Weighing[];
  /** What is known to have gone: cut off, oiled, thrown away. */
  wasteG?: number;
}

export interface MassBalance {
  inG: number;
  outG: number;
  wasteG: number;
  /** What came out less what went in; below zero, yarn is missing. */
  differenceG: number;
  /** How far the scales alone can account for: half a step for each reading. */
  withinG: number;
  verdict: 'balances' | 'missing' | 'too much';
}

/** Guards sums of tenths against the last bit of a float. */
const FLOAT_SLACK_G = 1e-6;

/**
 * Does what came out, with the waste, weigh as much as what went in?
 *
 * @example
 * massBalance({ in: [{ massG: 98, resolutionG: 1 }], out: [{ massG: 97, resolutionG: 1 }] }).verdict // => 'balances'
 * @example
 * massBalance({ in: [{ massG: 98, resolutionG: 1 }], out: [{ massG: 90, resolutionG: 1 }] }).differenceG // => -8
 */
export function massBalance({ in: before, out: after, wasteG = 0 }: MassBalanceInput): MassBalance {
  const inG = sum(before.map(({ massG }) => massG));
  const outG = sum(after.map(({ massG }) => massG));
  const withinG = sum([...before, ...after].map(({ resolutionG }) => resolutionG / 2));
  const differenceG = outG + wasteG - inG;
  return { inG, outG, wasteG, differenceG, withinG, verdict: verdictOf(differenceG, withinG + FLOAT_SLACK_G) };
}

function verdictOf(differenceG: number, withinG: number): MassBalance['verdict'] {
  if (Math.abs(differenceG) <= withinG) return 'balances';
  return differenceG < 0 ? 'missing' : 'too much';
}

function sum(values: readonly number[]): number {
  return values.reduce((total, value) => total + value, 0);
}
