import { InputError } from '../common/inputError';
import { requirePositive, requireWithin } from '../common/require';

/** Package densities (g/cm3) to start from, until they are learned from the user's own cakes. */
export const DENSITY_WOUND_ONCE = 0.3;
export const DENSITY_WOUND_TWICE = 0.24;

/** A cake: a cylinder of yarn around a core; or a ball. */
export interface CakeShape {
  coreDiameterMm: number;
  heightMm: number;
  /** Wound round and round itself in the hand: a sphere about its core, and `heightMm` does not count. */
  ball?: true;
  densityGPerCm3?: number;
  /** How steeply the strand crosses at every layer, from 0 (a flat ring) to below 90. */
  crossingAngleDeg?: number;
  /** What a guide that is geared to the spindle advances along it for each wrap; the angle flattens as the cake grows. */
  leadMm?: number;
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
  const { coreDiameterMm, heightMm, ball, densityGPerCm3 = DENSITY_WOUND_ONCE } = shape;
  const volumeMm3 = (massG / densityGPerCm3) * 1000;
  const coreMm = coreDiameterMm / 2;
  return ball
    ? Math.cbrt(coreMm ** 3 + volumeMm3 / ((4 / 3) * Math.PI))
    : Math.sqrt(coreMm ** 2 + volumeMm3 / (Math.PI * heightMm));
}

/**
 * The room that the yarn of a finished package takes, in cubic millimetres; a ball may be a little flat or long.
 *
 * @param diameterMm across the whole of it
 * @example
 * Math.round(yarnVolumeMm3({ coreDiameterMm: 20, heightMm: 60, ball: true }, 60)) // => 108909
 */
export function yarnVolumeMm3(
  { coreDiameterMm, heightMm, ball }: Pick<CakeShape, 'coreDiameterMm' | 'heightMm' | 'ball'>,
  diameterMm: number,
): number {
  return ball
    ? (Math.PI / 6) * (diameterMm ** 2 * heightMm - coreDiameterMm ** 3)
    : (Math.PI / 4) * heightMm * (diameterMm ** 2 - coreDiameterMm ** 2);
}

/**
 * The lead in millimetres of a guide that is geared to the spindle, from the angle at which it crosses the bare core.
 *
 * @example
 * Number(leadOfGuideMm({ coreDiameterMm: 24, crossingAngleDeg: 20 }).toFixed(2)) // => 27.44
 */
export function leadOfGuideMm({
  coreDiameterMm,
  crossingAngleDeg,
}: {
  coreDiameterMm: number;
  crossingAngleDeg: number;
}): number {
  return Math.PI * coreDiameterMm * Math.tan((crossingAngleDeg * Math.PI) / 180);
}

/**
 * The angle at which a strand crosses the bare core, of either kind of guide.
 *
 * @example
 * Number(angleOnCoreDeg({ coreDiameterMm: 24, leadMm: 27.44 }).toFixed(1)) // => 20
 */
export function angleOnCoreDeg({
  coreDiameterMm,
  crossingAngleDeg,
  leadMm = 0,
}: Pick<CakeShape, 'coreDiameterMm' | 'crossingAngleDeg' | 'leadMm'>): number {
  return crossingAngleDeg ?? (Math.atan(leadMm / (Math.PI * coreDiameterMm)) * 180) / Math.PI;
}

/**
 * How a strand is laid, as one wrap sees it: a wrap is 2 pi sqrt(r^2 + addedM2) / cosine long, since with a lead
 * hypot(2 pi r, lead) = 2 pi sqrt(r^2 + (lead / 2 pi)^2).
 *
 * @example
 * wrapOf({ leadMm: 0 }) // => { cosine: 1, addedM2: 0 }
 */
export function wrapOf({ crossingAngleDeg = 0, leadMm = 0 }: Pick<CakeShape, 'crossingAngleDeg' | 'leadMm'>): {
  cosine: number;
  addedM2: number;
} {
  return { cosine: Math.cos((crossingAngleDeg * Math.PI) / 180), addedM2: (leadMm / 2000 / Math.PI) ** 2 };
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
 * which is linear in R, so the radius follows from the wraps at once. A lead adds the same to both squares. In a ball, with
 * V = 4/3 pi (R^3 - r0^3), wraps = rho g cos a (R^2 - r0^2).
 *
 * @example
 * massAtTurnsG({ coreDiameterMm: 24, heightMm: 68 }, 0, 4.1) // => 0
 */
export function massAtTurnsG(shape: CakeShape, crankTurns: number, gristMPerG: number): number {
  const { coreDiameterMm, heightMm, densityGPerCm3 = DENSITY_WOUND_ONCE } = shape;
  const wraps = crankTurns * (shape.spindleTurnsPerCrank ?? 1);
  const { cosine, addedM2 } = wrapOf(shape);
  const densityGPerM3 = densityGPerCm3 * 1e6;
  if (shape.ball) {
    const innerM = coreDiameterMm / 2000;
    const outerM = Math.sqrt(innerM ** 2 + wraps / (densityGPerM3 * gristMPerG * cosine));
    return (4 / 3) * Math.PI * densityGPerM3 * (outerM ** 3 - innerM ** 3);
  }
  const coreM = Math.sqrt((coreDiameterMm / 2000) ** 2 + addedM2);
  const heightM = heightMm / 1000;
  const radiusM = coreM + wraps / (heightM * densityGPerM3 * gristMPerG * cosine);
  return Math.PI * heightM * (radiusM ** 2 - coreM ** 2) * densityGPerM3;
}

/**
 * Wraps that a metre of strand makes on the whole, between two radii in metres.
 *
 * @example
 * Number(wrapsPerM(0.05, 0.05, true).toFixed(3)) // => 3.183
 */
export function wrapsPerM(innerM: number, outerM: number, ball = false): number {
  const both = innerM + outerM;
  return ball ? (3 * both) / (4 * Math.PI * (both ** 2 - innerM * outerM)) : 1 / (Math.PI * both);
}

function wrapsAtG(shape: CakeShape, massG: number, gristMPerG: number): number {
  const { cosine, addedM2 } = wrapOf(shape);
  const outerM = Math.sqrt((radiusAtMm(shape, massG) / 1000) ** 2 + addedM2);
  const coreM = Math.sqrt((shape.coreDiameterMm / 2000) ** 2 + addedM2);
  return massG * gristMPerG * cosine * wrapsPerM(coreM, outerM, shape.ball);
}

function cakeMassG({ massG, lengthM, gristMPerG }: CakeInput): number {
  requirePositive(gristMPerG, 'gristMPerG');
  if (massG !== undefined && lengthM !== undefined)
    throw new InputError('give the mass or the length, not both', 'lengthM');
  if (massG !== undefined) return requirePositive(massG, 'massG');
  if (lengthM !== undefined) return requirePositive(lengthM, 'lengthM') / gristMPerG;
  throw new InputError('give the mass or the length of the yarn', 'massG');
}

/**
 * Refuses a package that cannot be.
 *
 * @throws InputError at the figure, under `path`
 * @example
 * requireShape({ coreDiameterMm: 24, heightMm: 68, leadMm: 27.5 }) // => undefined
 */
export function requireShape(shape: CakeShape, path = ''): void {
  const at = path === '' ? '' : `${path}.`;
  requirePositive(shape.coreDiameterMm, `${at}coreDiameterMm`);
  requirePositive(shape.heightMm, `${at}heightMm`);
  if (shape.densityGPerCm3 !== undefined) requirePositive(shape.densityGPerCm3, `${at}densityGPerCm3`);
  if (shape.spindleTurnsPerCrank !== undefined)
    requirePositive(shape.spindleTurnsPerCrank, `${at}spindleTurnsPerCrank`);
  // At 90 degrees the strand would run along the core and never go round it.
  if (shape.crossingAngleDeg !== undefined) requireWithin(shape.crossingAngleDeg, 0, 89, `${at}crossingAngleDeg`);
  if (shape.leadMm === undefined) return;
  requireWithin(shape.leadMm, 0, 10_000, `${at}leadMm`);
  if (shape.crossingAngleDeg !== undefined)
    throw new InputError('give the crossing angle or the lead, not both', `${at}leadMm`);
  if (shape.ball) throw new InputError('a ball is wound by hand: it has no guide with a lead', `${at}leadMm`);
}
