import { requirePositive } from '../common/require';

/** Ways to measure a tool with things at home: what is counted or laid against a ruler, turned into its figure. */

/**
 * Turns of the spindle to one of the crank, from a mark on the spindle counted over ten turns of the crank.
 *
 * @throws InputError where it is not above zero
 * @example
 * crankRatioOf({ spindleTurnsInTen: 38 }) // => 3.8
 */
export function crankRatioOf({ spindleTurnsInTen }: { spindleTurnsInTen: number }): number {
  return requirePositive(spindleTurnsInTen, 'measure') / 10;
}

/**
 * The width of a round thing, from a strip of paper laid once round it.
 *
 * @throws InputError where it is not above zero
 * @example
 * Number(diameterOf({ girthMm: 78.5 }).toFixed(2)) // => 24.99
 */
export function diameterOf({ girthMm }: { girthMm: number }): number {
  return requirePositive(girthMm, 'measure') / Math.PI;
}

/**
 * How steeply strands cross, from how many turns the empty spindle makes while the strand climbs from foot to top.
 *
 * @returns degrees
 * @throws InputError where it is not above zero
 * @example
 * Number(crossingAngleOf({ turnsToTop: 2.5, coreDiameterMm: 24, heightMm: 68 }).toFixed(1)) // => 19.8
 */
export function crossingAngleOf({
  turnsToTop,
  coreDiameterMm,
  heightMm,
}: {
  turnsToTop: number;
  coreDiameterMm: number;
  heightMm: number;
}): number {
  const roundMm = Math.PI * coreDiameterMm * requirePositive(turnsToTop, 'measure');
  return (Math.atan(heightMm / roundMm) * 180) / Math.PI;
}

/**
 * What one pulse of a counter stands for, from the pulses while ten metres of yarn, laid along a ruler, run through.
 *
 * @returns millimetres
 * @throws InputError where it is not above zero
 * @example
 * mmPerPulseOf({ pulsesInTenM: 98 }).toFixed(1) // => '102.0'
 */
export function mmPerPulseOf({ pulsesInTenM }: { pulsesInTenM: number }): number {
  return 10_000 / requirePositive(pulsesInTenM, 'measure');
}
