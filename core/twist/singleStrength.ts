import { strandAngleDeg } from './twistSeverity';

/** Whether the fibres of a single hold one another when it is pulled. */
export type SingleStrength = 'drifts' | 'doubtful' | 'holds';

/** Degrees of the fibres on its outside: rules of thumb, for wool of a middling staple. */
const DRIFTS_BELOW_DEG = 8;
const HOLDS_FROM_DEG = 13;

/**
 * Whether a single of this twist and thickness can be wound and pulled off without drifting apart: a rule of thumb, since
 * long and crimpy fibres hold at less twist, and short or slippery ones ask for more. A pull test decides.
 *
 * @param turnsPerM where it has least, of either sign
 * @example
 * singleStrength(40, 1) // => 'drifts'
 */
export function singleStrength(turnsPerM: number, diameterMm: number): SingleStrength {
  const angle = strandAngleDeg(Math.abs(turnsPerM), diameterMm);
  if (angle < DRIFTS_BELOW_DEG) return 'drifts';
  return angle < HOLDS_FROM_DEG ? 'doubtful' : 'holds';
}

/**
 * The twist from which a single of this thickness holds, by the same rule, in turns per metre.
 *
 * @example
 * Math.round(twistToHold(1)) // => 73
 */
export function twistToHold(diameterMm: number): number {
  return Math.tan((HOLDS_FROM_DEG * Math.PI) / 180) / (Math.PI * (diameterMm / 1000));
}
