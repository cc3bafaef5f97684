import { InputError } from '../common/inputError';
import { inMetres, MILLIMETRES_PER_INCH, parseNumber, parseQuantity, type UnitSystem } from '../common/units';

/** Once round a hank: shorter is a ring, longer no swift holds. */
const SHORTEST_M = 0.2;
const LONGEST_M = 5;

/**
 * Reads how long a hank is once round: "162 cm", "64 in", "1.8 yd". A bare number is what it must be: "162" are
 * centimetres and "1.62" metres, or "64" inches and "1.8" yards where the user's units are imperial.
 *
 * @returns metres
 * @throws InputError at `path`
 * @example
 * parseLoopM('162', 'metric', 'loop') // => 1.62
 * @example
 * parseLoopM('64 in', 'metric', 'loop') // => 1.6256
 */
export function parseLoopM(text: string, system: UnitSystem, path: string): number {
  const loopM = isBare(text) ? bareLoopM(parseNumber(text, path), system) : parseQuantity(text, 'length', system, path);
  if (!(loopM >= SHORTEST_M && loopM <= LONGEST_M))
    throw new InputError('a loop is between 20 cm and 5 m; which unit is this?', path);
  return loopM;
}

function isBare(text: string): boolean {
  return /^\s*[\d.,/\s]+$/.test(text) && text.trim() !== '';
}

function bareLoopM(value: number, system: UnitSystem): number {
  const [smallM, largeM] = inMetres(system) ? [0.01, 1] : [MILLIMETRES_PER_INCH / 1000, 0.9144];
  return value * largeM <= LONGEST_M ? value * largeM : value * smallM;
}
