import { type FibreShare, regainOf, requireWhole } from './fibre';
import { InputError } from '../common/inputError';
import { requireWithin } from '../common/require';
import { parseNumber } from '../common/units';

/** Share of the regain in standard air that fibres hold at a relative humidity; a typical absorption curve. */
const ABSORPTION: readonly (readonly [humidityPercent: number, share: number])[] = [
  [0, 0],
  [10, 0.27],
  [20, 0.41],
  [30, 0.52],
  [40, 0.63],
  [50, 0.75],
  [60, 0.9],
  [65, 1],
  [70, 1.1],
  [80, 1.35],
  [90, 1.7],
];

/**
 * Reads a room's relative humidity: "45", "45 %".
 *
 * @returns whole percent, 0 to 90
 * @throws InputError at `path`
 * @example
 * parseHumidityPercent('45 %', 'humidity') // => 45
 */
export function parseHumidityPercent(text: string, path: string): number {
  const percent = parseNumber(text.replace(/\s*%?\s*(rh)?$/i, ''), path);
  if (percent > 0 && percent < 1)
    throw new InputError(
      `in percent: is it ${Number((percent * 100).toFixed(1))} %? No room is as dry as ${percent} %`,
      path,
    );
  return Math.round(requireWithin(percent, 0, 90, path));
}

/**
 * What to multiply a mass weighed in this room by, to get its mass in standard air (65 % RH).
 * A typical figure from rounded textbook curves, linear between their points.
 *
 * @param humidityPercent 0 to 90
 * @throws InputError at `humidityPercent`, or at `fibres` where the shares do not add up to 100
 * @example
 * standardAirFactor([{ name: 'wool', percent: 100 }], 65) // => 1
 */
export function standardAirFactor(fibres: readonly FibreShare[], humidityPercent: number): number {
  requireWhole(fibres, 'fibres');
  requireWithin(humidityPercent, 0, 90, 'humidityPercent');
  const regain = regainOf(fibres);
  return (1 + regain) / (1 + regain * absorption(humidityPercent));
}

function absorption(humidityPercent: number): number {
  for (let i = 1; i < ABSORPTION.length; i++) {
    const [highRh, high] = ABSORPTION[i]!;
    if (humidityPercent > highRh) continue;
    const [lowRh, low] = ABSORPTION[i - 1]!;
    return low + ((high - low) * (humidityPercent - lowRh)) / (highRh - lowRh);
  }
  return ABSORPTION.at(-1)![1];
}
