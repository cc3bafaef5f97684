import { type CakeShape, crankTurnsAtG, DENSITY_WOUND_ONCE, massAtTurnsG, radiusAtMm } from '../bench/cake';
import { type Estimate, HALF_WIDTH_90, product } from '../common/estimate';
import { requirePositive } from '../common/require';
import type { CutAt } from './matchedParts';
import type { SplitPart } from './split';
import { winderFit, type WinderFitResult, type WinderLimits } from '../bench/winderFit';

/** The figures of a winder, or of a form to wind on by hand, that a plan needs. */
export interface WinderFigures extends WinderLimits {
  /** One for a form that is wound by hand: what is counted there are wraps. */
  spindleTurnsPerCrank: number;
  /** How its strand crosses: a hand keeps the angle, a guide that is geared to the spindle the lead. */
  crossingAngleDeg?: number;
  leadMm?: number;
}

/** One part that is to be wound, and onto what. */
export interface PartToWind extends SplitPart {
  winder: WinderFigures;
  density?: Estimate;
  /** How far the crank's ratio may be from what it is said to be; nothing, where it is not said. */
  crankRatioSd?: number;
  /** The share of the grist's error that the ratio was learned with and so takes back; 0 where it is not said. */
  gristCancels?: number;
  secondsPerTurn?: number;
}

export interface WindingPlanInput {
  massG: Estimate;
  /** m/g */
  grist: Estimate;
  parts: readonly PartToWind[];
  /** Length once round the open hank; without it the loops cannot be told. */
  hankLoopM?: number;
  /** Wound a second time at once: as many turns again. */
  twice?: boolean;
}

/** One cake of the plan. */
export interface PlannedCake {
  name: string;
  cutAt?: CutAt;
  massG: number;
  lengthM: number;
  /** Where it begins along the strand, in metres from the end that leaves first. */
  startM: number;
  outerDiameterMm: number;
  /** Turns of the crank to stop and cut at; the standard deviation comes from grist, firmness and crank ratio. */
  crankTurns: Estimate;
  /** From this turn on, go slowly: the last metres are near. */
  slowFromTurn: number;
  /** What the tool holds of this yarn, and what sets that limit. */
  usableMassG: number;
  limitedBy: WinderFitResult['limitedBy'];
  fillPercent: number;
}

export interface WindingPlan {
  lengthM: Estimate;
  /** Times the strand goes round the swift. */
  loops?: number;
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

/** Time to cut, take off and seat the end again, for each cake after the first. */
const CHANGE_SECONDS = 90;

/** A cake's firmness until it is learned: how it was wound, and how far it may lie from that. */
export const STARTING_DENSITY: Estimate = { mean: DENSITY_WOUND_ONCE, sd: 0.1 * DENSITY_WOUND_ONCE };

/**
 * Every figure between a closed hank and its cakes: loops, sizes, turns to stop at, how full, time.
 *
 * @throws InputError where a figure is impossible
 * @see calculations.md: winder-fit, cake
 * @example
 * windingPlan({ massG: { mean: 96, sd: 0.3 }, grist: { mean: 4.1, sd: 0 }, parts: [{ name: '', massG: 96, winder: { maxMassG: 113, maxDiameterMm: 98, coreDiameterMm: 24, heightMm: 68, spindleTurnsPerCrank: 4, crossingAngleDeg: 20 } }] }).crankTurns // => 560.4028794356582
 */
export function windingPlan({ massG, grist, parts, hankLoopM, twice }: WindingPlanInput): WindingPlan {
  const lengthM = product(grist, massG);
  let startM = 0;
  const cakes = parts.map((part, i) => {
    const cake = plannedCake(part, grist, startM, i === parts.length - 1);
    startM += cake.lengthM;
    return cake;
  });
  const windingSeconds = cakes.reduce(
    (sum, cake, i) => sum + cake.crankTurns.mean * (parts[i]!.secondsPerTurn ?? DEFAULT_SECONDS_PER_TURN),
    0,
  );
  const changes = CHANGE_SECONDS * (parts.length - 1);
  return {
    lengthM,
    ...(hankLoopM && { loops: lengthM.mean / requirePositive(hankLoopM, 'hankLoopM') }),
    cakes,
    crankTurns: cakes.reduce((sum, cake) => sum + cake.crankTurns.mean, 0),
    seconds: HANDLING_SECONDS + changes + windingSeconds * (twice ? 2 : 1) + (twice ? CHANGE_SECONDS : 0),
  };
}

/** The spindle and the cake on it, of a planned winding. */
export interface CakeOnSpindle extends CakeShape {
  gristMPerG: number;
}

/**
 * The spindle of one cake of a plan that was set down.
 *
 * @example
 * spindleOf({ gristMPerG: 4.1, cakes: [{ densityGPerCm3: 0.3, tool: { coreDiameterMm: 24, heightMm: 68 } }] }, 0) // => { coreDiameterMm: 24, heightMm: 68, densityGPerCm3: 0.3, gristMPerG: 4.1 }
 */
export function spindleOf<Tool extends Omit<CakeShape, 'densityGPerCm3'>>(
  { gristMPerG, cakes }: { gristMPerG: number; cakes: readonly { densityGPerCm3: number; tool: Tool }[] },
  part: number,
): Tool & { densityGPerCm3: number; gristMPerG: number } {
  const { tool, densityGPerCm3 } = cakes[part]!;
  return { ...tool, densityGPerCm3, gristMPerG };
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
 * Turns of the crank until so many metres are on the spindle.
 *
 * @example
 * turnsAtLength({ coreDiameterMm: 24, heightMm: 68, gristMPerG: 4.1 }, 0) // => 0
 */
export function turnsAtLength(shape: CakeOnSpindle, lengthM: number): number {
  return crankTurnsAtG(shape, lengthM / shape.gristMPerG, shape.gristMPerG);
}

/**
 * Turns of the crank that wind one round of the hank, where so many are on the cake: fewer as it grows.
 *
 * @param roundM once round the hank, in metres
 * @example
 * turnsToRound({ coreDiameterMm: 24, heightMm: 68, gristMPerG: 4.1 }, 500, 0) // => 0
 */
export function turnsToRound(shape: CakeOnSpindle, crankTurns: number, roundM: number): number {
  return turnsAtLength(shape, onSpindleAt(shape, crankTurns).lengthM + roundM) - crankTurns;
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

function plannedCake(part: PartToWind, grist: Estimate, startM: number, last: boolean): PlannedCake {
  const { name, massG, winder, density = STARTING_DENSITY, crankRatioSd = 0, gristCancels = 0 } = part;
  const shape = { ...winder, densityGPerCm3: density.mean };
  const fit = winderFit({ massG, densityGPerCm3: density.mean, winder });
  const mean = crankTurnsAtG(shape, massG, grist.mean);
  const fromGrist = mean * (grist.sd / grist.mean) * (1 - gristCancels);
  const firmer = { ...winder, densityGPerCm3: density.mean + density.sd };
  const fromDensity = crankTurnsAtG(firmer, massG, grist.mean) - mean;
  const fromRatio = mean * (crankRatioSd / winder.spindleTurnsPerCrank);
  const sd = Math.hypot(fromGrist, fromDensity, fromRatio);
  const slowFromG = Math.max(0, massG - SLOW_LAST_M / grist.mean);
  const slowFromTurn = crankTurnsAtG(shape, slowFromG, grist.mean);
  return {
    name,
    ...(part.cutAt && { cutAt: part.cutAt }),
    massG,
    lengthM: massG * grist.mean,
    startM,
    outerDiameterMm: 2 * radiusAtMm(shape, massG),
    crankTurns: { mean, sd },
    // The others are cut at the count; the last one ends where the yarn does, which may be sooner.
    slowFromTurn: last ? Math.max(0, Math.min(slowFromTurn, mean - HALF_WIDTH_90 * sd)) : slowFromTurn,
    usableMassG: fit.usableMassG,
    limitedBy: fit.limitedBy,
    fillPercent: fit.fillPercent,
  };
}
