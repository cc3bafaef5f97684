import type { LengthReadings } from './lengthCheck';
import { type Estimate, product } from '../common/estimate';
import { type MassFact, massOf } from '../yarn/piece';
import type { RunState } from './run';
import { type CakeOnSpindle, onSpindleAt, type WinderFigures } from './windingPlan';

/** A wheel on the yarn is right to about one part in a hundred, and to a turn of itself. */
const COUNTER_RELATIVE_SD = 0.01;
const COUNTER_LEAST_SD_M = 0.5;

export interface CakeReadings {
  winder: WinderFigures;
  /** g/cm3 */
  density: Estimate;
  /** How far the crank's ratio may be from what it is said to be; nothing, where it is not said. */
  crankRatioSd?: number;
  /** m/g */
  grist: Estimate;
  turns: number;
  /** Turns that one count stands for, so that they may be behind by as many; 1 where it is not said. */
  turnsPerCount?: number;
  counterM: number | null;
  mass: MassFact | null;
}

/**
 * What the counter has told of a cake, in metres, with the stretches that it did not see filled in by their turns;
 * null where it told nothing.
 *
 * @example
 * counterLengthM({ counterM: [12], counterUnseen: [[]] }, 0, { coreDiameterMm: 24, heightMm: 68, gristMPerG: 4.1 }) // => 12
 */
export function counterLengthM(
  { counterM, counterUnseen }: Pick<RunState, 'counterM' | 'counterUnseen'>,
  part: number,
  spindle: CakeOnSpindle,
): number | null {
  const reported = counterM[part] ?? null;
  if (reported === null) return null;
  const lengthAt = (turns: number) => onSpindleAt(spindle, turns).lengthM;
  return (counterUnseen[part] ?? []).reduce((sum, [from, to]) => sum + lengthAt(to) - lengthAt(from), reported);
}

/**
 * How long one cake is: by the counter, by the turns of the crank and by its mass, as far as each was there.
 *
 * @example
 * lengthSources({ winder: { maxMassG: 113, maxDiameterMm: 98, coreDiameterMm: 24, heightMm: 68, spindleTurnsPerCrank: 4, crossingAngleDeg: 20 }, density: { mean: 0.3, sd: 0.03 }, grist: { mean: 4.1, sd: 0 }, turns: 0, counterM: 12, mass: null }) // => { counter: { mean: 12, sd: 0.5 } }
 */
export function lengthSources({
  winder,
  density,
  crankRatioSd = 0,
  grist,
  turns,
  turnsPerCount = 1,
  counterM,
  mass,
}: CakeReadings): LengthReadings {
  const lengthAt = (densityGPerCm3: number, gristMPerG: number, ratio = winder.spindleTurnsPerCrank) =>
    onSpindleAt({ ...winder, spindleTurnsPerCrank: ratio, densityGPerCm3, gristMPerG }, turns).lengthM;
  const byTurns = turns > 0 ? lengthAt(density.mean, grist.mean) : 0;
  return {
    ...(counterM && {
      counter: { mean: counterM, sd: Math.max(COUNTER_LEAST_SD_M, COUNTER_RELATIVE_SD * counterM) },
    }),
    ...(byTurns > 0 && {
      turns: {
        mean: byTurns,
        sd: Math.hypot(
          lengthAt(density.mean + density.sd, grist.mean) - byTurns,
          lengthAt(density.mean, grist.mean + grist.sd) - byTurns,
          lengthAt(density.mean, grist.mean, winder.spindleTurnsPerCrank + crankRatioSd) - byTurns,
          // A count more or less.
          (turnsPerCount * byTurns) / turns,
        ),
      },
    }),
    ...(mass && { mass: product(massOf(mass), grist) }),
  };
}
