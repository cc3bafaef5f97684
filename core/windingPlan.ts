import { type CakeShape, crankTurnsAtG, DENSITY_WOUND_ONCE, massAtTurnsG, radiusAtMm } from './cake';
import { type Estimate, HALF_WIDTH_90, product } from './estimate';
import { InputError } from './inputError';
import { requirePositive } from './require';
import { winderFit, type WinderFitResult, type WinderLimits } from './winderFit';

/** The figures of a winder that a plan needs. */
export interface WinderFigures extends WinderLimits {
  spindleTurnsPerCrank: number;
  crossingAngleDeg: number;
}

export interface WindingPlanInput {
  massG: Estimate;
  /** m/g */
  grist: Estimate;
  winder: WinderFigures;
  /** Length once round the open hank; without it the loops cannot be told. */
  hankLoopM?: number;
  densityGPerCm3?: number;
  /** Into how many equal cakes; as few as fit where it is not said. */
  cakes?: number;
  secondsPerTurn?: number;
}

/** One cake of the plan. */
export interface PlannedCake {
  massG: number;
  lengthM: number;
  outerDiameterMm: number;
  /** Turns of the crank to stop and cut at; the standard deviation comes from grist and firmness. */
  crankTurns: Estimate;
  /** From this turn on, go slowly: the last metres are near. */
  slowFromTurn: number;
}

export interface WindingPlan {
  lengthM: Estimate;
  /** Times the strand goes round the swift. */
  loops?: number;
  fit: WinderFitResult;
  cakes: PlannedCake[];
  crankTurns: number;
  seconds: number;
}

/** Crank turns at the start that want a gentle hand. */
export const GENTLE_TURNS = 12;

/** Metres at the end to slow down for. */
const SLOW_LAST_M = 8;

/** A steady hand, until the user's own pace is known. */
export const DEFAULT_SECONDS_PER_TURN = 1;

/** Time to open, look over, mount and take off one hank. */
const HANDLING_SECONDS = 6 * 60;

/** How far a cake's firmness may lie from the assumed one, as a relative standard deviation. */
const DENSITY_RELATIVE_SD = 0.1;

/**
 * Every figure between a closed hank and its cakes: loops, fit, sizes, turns to stop at, time.
 *
 * @throws InputError where a figure is impossible, or where more cakes are asked for than makes sense
 * @see calculations.md: winder-fit, cake
 * @example
 * windingPlan({ massG: { mean: 96, sd: 0.3 }, grist: { mean: 4.1, sd: 0 }, winder: { maxMassG: 113, maxDiameterMm: 98, coreDiameterMm: 24, heightMm: 68, spindleTurnsPerCrank: 4, crossingAngleDeg: 20 } }).crankTurns // => 560.4028794356582
 */
export function windingPlan(input: WindingPlanInput): WindingPlan {
  const { massG, grist, winder, hankLoopM, densityGPerCm3 = DENSITY_WOUND_ONCE } = input;
  const fit = winderFit({ massG: massG.mean, densityGPerCm3, winder });
  const count = cakeCount(input.cakes, fit);
  const lengthM = product(grist, massG);
  const cakes = Array.from({ length: count }, (_, i) =>
    plannedCake(massG.mean / count, grist, { ...winder, densityGPerCm3 }, i === count - 1),
  );
  const crankTurns = cakes.reduce((sum, cake) => sum + cake.crankTurns.mean, 0);
  return {
    lengthM,
    ...(hankLoopM && { loops: lengthM.mean / requirePositive(hankLoopM, 'hankLoopM') }),
    fit,
    cakes,
    crankTurns,
    seconds: HANDLING_SECONDS + crankTurns * (input.secondsPerTurn ?? DEFAULT_SECONDS_PER_TURN),
  };
}

/** The spindle and the cake on it, of a planned winding. */
export interface CakeOnSpindle extends CakeShape {
  gristMPerG: number;
}

/**
 * What is on the spindle after so many turns of the crank.
 *
 * @example
 * onSpindleAt({ coreDiameterMm: 24, heightMm: 68, gristMPerG: 4.1 }, 0).lengthM // => 0
 */
export function onSpindleAt(
  shape: CakeOnSpindle,
  crankTurns: number,
): { massG: number; lengthM: number; diameterMm: number } {
  const massG = massAtTurnsG(shape, crankTurns, shape.gristMPerG);
  return { massG, lengthM: massG * shape.gristMPerG, diameterMm: 2 * radiusAtMm(shape, massG) };
}

/**
 * Where along a finished cake the strand lay at one turn of the crank, in metres from its inner end.
 * The cake's own length is the ruler, so that an error of the plan's cancels.
 *
 * @example
 * placeAlongM({ coreDiameterMm: 24, heightMm: 68, gristMPerG: 4.1 }, 500, 500, 390) // => 390
 */
export function placeAlongM(shape: CakeOnSpindle, atTurn: number, totalTurns: number, cakeLengthM: number): number {
  if (totalTurns <= 0) return 0;
  const share = onSpindleAt(shape, Math.min(atTurn, totalTurns)).massG / onSpindleAt(shape, totalTurns).massG;
  return share * cakeLengthM;
}

function plannedCake(
  massG: number,
  grist: Estimate,
  shape: CakeShape & { densityGPerCm3: number },
  last: boolean,
): PlannedCake {
  const turnsAt = (gristMPerG: number, densityGPerCm3: number) =>
    crankTurnsAtG({ ...shape, densityGPerCm3 }, massG, gristMPerG);
  const mean = turnsAt(grist.mean, shape.densityGPerCm3);
  const fromGrist = mean * (grist.sd / grist.mean);
  const fromDensity = turnsAt(grist.mean, shape.densityGPerCm3 * (1 + DENSITY_RELATIVE_SD)) - mean;
  const sd = Math.hypot(fromGrist, fromDensity);
  const slowFromG = Math.max(0, massG - SLOW_LAST_M / grist.mean);
  const slowFromTurn = crankTurnsAtG(shape, slowFromG, grist.mean);
  return {
    massG,
    lengthM: massG * grist.mean,
    outerDiameterMm: 2 * radiusAtMm(shape, massG),
    crankTurns: { mean, sd },
    // The others are cut at the count; the last one ends where the yarn does, which may be sooner.
    slowFromTurn: last ? Math.max(0, Math.min(slowFromTurn, mean - HALF_WIDTH_90 * sd)) : slowFromTurn,
  };
}

function cakeCount(wanted: number | undefined, fit: WinderFitResult): number {
  if (wanted === undefined) return fit.cakes;
  if (!Number.isInteger(wanted) || wanted < 1 || wanted > 99)
    throw new InputError('a whole number of cakes, 1 to 99', 'cakes');
  if (wanted < fit.cakes) throw new InputError(`the winder needs at least ${fit.cakes} cakes for this much`, 'cakes');
  return wanted;
}
