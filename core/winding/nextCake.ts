import type { Estimate } from '../common/estimate';
import { crankTurnsAtG } from '../bench/cake';
import { type MassFact, massOf } from '../yarn/piece';
import { type RunState, turnsSeen } from './run';
import { type PlannedCake, spindleOf, type WinderFigures, windingPlan } from './windingPlan';

/** A cake of a plan that was set down with its run, as far as the ones before it can correct it. */
export interface CakeSetDown extends Omit<PlannedCake, 'limitedBy' | 'fillPercent'> {
  densityGPerCm3: number;
  tool: WinderFigures;
}

/** Cakes of one hand, one yarn and one tool still differ by so much in their turns to the gram. */
const CAKES_DIFFER = 0.02;
/** Less than this is an end, not a cake. */
const SMALLEST_CAKE_G = 1;

/**
 * The cakes of a run, those still to come corrected by those that were weighed: what is left is shared out anew, so that the
 * last is no runt, and their turns follow from the turns that the weighed ones took to the gram. Unchanged as long as none
 * was weighed.
 *
 * @param plan as it was set down
 * @example
 * correctedCakes({ mass: { massG: 100, tareG: 0, from: 'scale', resolutionG: 1 }, gristMPerG: 2, cakes: [] }, { weighedG: [], turns: [], paced: [], turnsByCounter: [], uncounted: [] }) // => []
 */
export function correctedCakes<Cake extends CakeSetDown>(
  plan: { mass: MassFact; gristMPerG: number; cakes: readonly Cake[] },
  state: Pick<RunState, 'weighedG' | 'turns' | 'paced' | 'turnsByCounter' | 'uncounted'>,
): Cake[] {
  const { cakes, gristMPerG } = plan;
  const weighed = cakes.map((_, part) => state.weighedG[part] ?? null);
  const lastWeighed = weighed.findLastIndex((massG) => massG !== null);
  const done = cakes.slice(0, lastWeighed + 1).map((cake, part) => ({ ...cake, massG: weighed[part] ?? cake.massG }));
  if (done.length === 0) return [...cakes];
  const factor = turnsFactor(plan, state, weighed);
  const toCome = cakes.slice(lastWeighed + 1).map((cake) => ({
    ...cake,
    tool: { ...cake.tool, spindleTurnsPerCrank: cake.tool.spindleTurnsPerCrank / factor.mean },
  }));
  if (toCome.length === 0) return placed(done, gristMPerG);

  const restG = massOf(plan.mass).mean - done.reduce((sum, { massG }) => sum + massG, 0);
  const shareG = shares(toCome, restG);
  const corrected = windingPlan({
    massG: { mean: Math.max(restG, SMALLEST_CAKE_G), sd: 0 },
    grist: { mean: gristMPerG, sd: 0 },
    parts: toCome.map(({ name, tool, densityGPerCm3 }, i) => ({
      name,
      massG: shareG[i]!,
      winder: tool,
      density: { mean: densityGPerCm3, sd: 0 },
      crankRatioSd: tool.spindleTurnsPerCrank * factor.sd,
    })),
  }).cakes.map(({ massG, outerDiameterMm, crankTurns, slowFromTurn, usableMassG }, i) => ({
    ...toCome[i]!,
    ...{ massG, outerDiameterMm, crankTurns, slowFromTurn, usableMassG },
  }));
  return placed([...done, ...corrected], gristMPerG);
}

/** Of equal cakes each gets as much of what is left; where each was to have its own, the last takes the difference. */
function shares(toCome: readonly CakeSetDown[], restG: number): number[] {
  const plannedG = toCome.reduce((sum, { massG }) => sum + massG, 0);
  const equal = toCome.every(({ massG, name }) => name === '' && Math.abs(massG / toCome[0]!.massG - 1) < 0.25);
  if (equal) return toCome.map(({ massG }) => Math.max(SMALLEST_CAKE_G, (massG * restG) / plannedG));
  return toCome.map(({ massG }, i) =>
    i < toCome.length - 1 ? massG : Math.max(SMALLEST_CAKE_G, massG + restG - plannedG),
  );
}

/** Turns that were made for each that the plan had, by the cakes that were counted and weighed, against the plan's own doubt. */
function turnsFactor(
  plan: { gristMPerG: number; cakes: readonly CakeSetDown[] },
  state: Pick<RunState, 'turns' | 'paced' | 'turnsByCounter' | 'uncounted'>,
  weighed: readonly (number | null)[],
): Estimate {
  const seen = weighed.flatMap((massG, part) => {
    const turns = turnsSeen(state, part);
    return massG !== null && turns > 0 ? [turns / crankTurnsAtG(spindleOf(plan, part), massG, plan.gristMPerG)] : [];
  });
  const { mean, sd } = plan.cakes[0]!.crankTurns;
  const before = Math.max(sd / mean, 1e-3) ** -2;
  const each = CAKES_DIFFER ** -2;
  const precision = before + seen.length * each;
  return {
    mean: (before + each * seen.reduce((sum, ratio) => sum + ratio, 0)) / precision,
    sd: Math.hypot(precision ** -0.5, CAKES_DIFFER),
  };
}

/** Each where the one before it ends. */
function placed<Cake extends CakeSetDown>(cakes: readonly Cake[], gristMPerG: number): Cake[] {
  let startM = 0;
  return cakes.map((cake) => {
    const lengthM = cake.massG * gristMPerG;
    const here = { ...cake, startM, lengthM };
    startM += lengthM;
    return here;
  });
}
