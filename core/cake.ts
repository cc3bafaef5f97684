import { InputError } from './inputError';
import { requirePositive, requireWithin } from './require';

/** Package densities (g/cm3) to start from, until they are learned from the user's own cakes. */
export const DENSITY_WOUND_ONCE = 0.3;
export const DENSITY_WOUND_TWICE = 0.24;

/** A cake: a cylinder of yarn around a core. */
export interface CakeShape {
  coreDiameterMm: number;
  heightMm: number;
  densityGPerCm3?: number;
  /** How steeply the strand crosses, from 0 (a flat ring) to below 90. */
  crossingAngleDeg?: number;
  /** The crank ratio: turns of the spindle for one turn of the crank. */
  spindleTurnsPerCrank?: number;
}

/** Either `massG` or `lengthM` tells how much yarn it is. */
export interface CakeInput extends CakeShape {
  massG?: number;
  lengthM?: number;
  gristMPerG: number;
  /** Masses on the spindle at which the crank turns are wanted. */
  stopsAtG?: readonly number[];
}

export interface CakeResult {
  outerDiameterMm: number;
  lengthM: number;
  massG: number;
  wraps: number;
  crankTurns: number;
  stops?: { massG: number; crankTurns: number }[];
}

/**
 * How large a cake becomes and how many turns of the crank it takes.
 *
 * @throws InputError where a figure is impossible
 * @see calculations.md, cake
 * @example
 * cake({ lengthM: 310, gristMPerG: 1.85, coreDiameterMm: 40, heightMm: 95, densityGPerCm3: 0.26 }).outerDiameterMm // => 101.18201290001258
 */
export function cake(input: CakeInput): CakeResult {
  const massG = cakeMassG(input);
  const { gristMPerG, stopsAtG } = input;
  requireShape(input);
  stopsAtG?.forEach((stopG, i) => {
    requirePositive(stopG, `stopsAtG.${i}`);
    if (stopG > massG) throw new InputError('a stop cannot lie past the end of the yarn', `stopsAtG.${i}`);
  });
  const wraps = wrapsAtG(input, massG, gristMPerG);
  return {
    outerDiameterMm: 2 * radiusAtMm(input, massG),
    lengthM: massG * gristMPerG,
    massG,
    wraps,
    crankTurns: crankTurnsAtG(input, massG, gristMPerG),
    ...(stopsAtG && {
      stops: stopsAtG.map((stopG) => ({ massG: stopG, crankTurns: crankTurnsAtG(input, stopG, gristMPerG) })),
    }),
  };
}

/**
 * The radius of a cake in millimetres when `massG` of yarn is on it.
 *
 * @example
 * radiusAtMm({ coreDiameterMm: 24, heightMm: 68 }, 0) // => 12
 */
export function radiusAtMm(shape: CakeShape, massG: number): number {
  const { coreDiameterMm, heightMm, densityGPerCm3 = DENSITY_WOUND_ONCE } = shape;
  const volumeMm3 = (massG / densityGPerCm3) * 1000;
  return Math.sqrt((coreDiameterMm / 2) ** 2 + volumeMm3 / (Math.PI * heightMm));
}

/**
 * Turns of the crank until `massG` of yarn is on the spindle.
 *
 * @example
 * crankTurnsAtG({ coreDiameterMm: 24, heightMm: 68 }, 0, 4.1) // => 0
 */
export function crankTurnsAtG(shape: CakeShape, massG: number, gristMPerG: number): number {
  return wrapsAtG(shape, massG, gristMPerG) / (shape.spindleTurnsPerCrank ?? 1);
}

/**
 * The mass on the spindle after so many turns of the crank: `crankTurnsAtG` the other way round.
 *
 * With V = pi h (R^2 - r0^2) and m = V rho, wraps = V rho g cos a / (pi (R + r0)) = h rho g cos a (R - r0),
 * which is linear in R, so the radius follows from the wraps at once.
 *
 * @example
 * massAtTurnsG({ coreDiameterMm: 24, heightMm: 68 }, 0, 4.1) // => 0
 */
export function massAtTurnsG(shape: CakeShape, crankTurns: number, gristMPerG: number): number {
  const { coreDiameterMm, heightMm, densityGPerCm3 = DENSITY_WOUND_ONCE } = shape;
  const wraps = crankTurns * (shape.spindleTurnsPerCrank ?? 1);
  const coreM = coreDiameterMm / 2000;
  const heightM = heightMm / 1000;
  const densityGPerM3 = densityGPerCm3 * 1e6;
  const radiusM = coreM + wraps / (heightM * densityGPerM3 * gristMPerG * cosOfCrossing(shape));
  return Math.PI * heightM * (radiusM ** 2 - coreM ** 2) * densityGPerM3;
}

function wrapsAtG(shape: CakeShape, massG: number, gristMPerG: number): number {
  const lengthM = massG * gristMPerG;
  const radiiM = (radiusAtMm(shape, massG) + shape.coreDiameterMm / 2) / 1000;
  return (lengthM * cosOfCrossing(shape)) / (Math.PI * radiiM);
}

function cosOfCrossing({ crossingAngleDeg = 0 }: CakeShape): number {
  return Math.cos((crossingAngleDeg * Math.PI) / 180);
}

function cakeMassG({ massG, lengthM, gristMPerG }: CakeInput): number {
  requirePositive(gristMPerG, 'gristMPerG');
  if (massG !== undefined && lengthM !== undefined)
    throw new InputError('give the mass or the length, not both', 'lengthM');
  if (massG !== undefined) return requirePositive(massG, 'massG');
  if (lengthM !== undefined) return requirePositive(lengthM, 'lengthM') / gristMPerG;
  throw new InputError('give the mass or the length of the yarn', 'massG');
}

function requireShape(shape: CakeShape): void {
  requirePositive(shape.coreDiameterMm, 'coreDiameterMm');
  requirePositive(shape.heightMm, 'heightMm');
  if (shape.densityGPerCm3 !== undefined) requirePositive(shape.densityGPerCm3, 'densityGPerCm3');
  if (shape.spindleTurnsPerCrank !== undefined) requirePositive(shape.spindleTurnsPerCrank, 'spindleTurnsPerCrank');
  // At 90 degrees the strand would run along the core and never go round it.
  if (shape.crossingAngleDeg !== undefined) requireWithin(shape.crossingAngleDeg, 0, 89, 'crossingAngleDeg');
}
