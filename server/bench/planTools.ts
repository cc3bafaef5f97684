import { leadOfGuideMm } from '../../core/bench/cake';
import type { PlanTool } from '../../core/winding/piecePlan';
import { isWoundAsBall } from '../../core/winding/run';
import type { Bench, HandTool, WinderTool } from './bench';
import { densityFor, ratioFor, type YarnToWind } from './calibration';

/** Everything on the bench that a yarn can be wound onto, with what to expect of its cakes there. */
export function planTools({ winders, handForms }: Bench, yarn: YarnToWind): PlanTool[] {
  return [
    ...winders.map((winder) => ({
      ...planTool(winder, yarn),
      ...ratioOf(winder, yarn),
      limitSlack: winder.measured.includes('maxMassG') ? 0 : GUESSED_LIMIT_SLACK,
      leadMm: leadOfGuideMm(winder),
      key: `winder ${winder.id}`,
      onto: 'winder' as const,
    })),
    ...handForms.map((form) => ({
      ...planTool(form, yarn),
      // A wrap by hand is a wrap.
      spindleTurnsPerCrank: 1,
      crankRatioSd: 0,
      limitSlack: HAND_SLACK,
      crossingAngleDeg: form.crossingAngleDeg,
      ...(isWoundAsBall(form.kind) && { ball: true as const }),
      key: `form ${form.id}`,
      onto: form.kind,
    })),
  ];
}

/** A limit that nobody has measured is right to a few percent at best. */
const GUESSED_LIMIT_SLACK = 0.05;
/** What a hand holds is for the hand to say. */
const HAND_SLACK = 1;

/** Ten turns of the crank, counted to a quarter turn of the spindle. */
const COUNTED_RATIO_SD = 0.025;

type PlanRatio = Pick<PlanTool, 'spindleTurnsPerCrank' | 'crankRatioSd' | 'gristCancels'>;

/** A crank that was counted by hand is believed over what cakes suggest; a starting figure is not. */
function ratioOf({ measured, learned, spindleTurnsPerCrank }: WinderTool, yarn: YarnToWind): PlanRatio {
  if (measured.includes('spindleTurnsPerCrank')) return { spindleTurnsPerCrank, crankRatioSd: COUNTED_RATIO_SD };
  const { mean, relativeSd, gristCancels } = ratioFor(learned, spindleTurnsPerCrank, yarn);
  return { spindleTurnsPerCrank: mean, crankRatioSd: mean * relativeSd, gristCancels };
}

function planTool(
  tool: WinderTool | HandTool,
  { kind, again }: YarnToWind,
): Omit<PlanTool, 'key' | 'onto' | keyof PlanRatio> {
  const { learned } = tool;
  const density = densityFor(learned, kind, again);
  return {
    name: tool.name,
    coreDiameterMm: tool.coreDiameterMm,
    heightMm: tool.heightMm,
    maxDiameterMm: tool.maxDiameterMm,
    maxMassG: tool.maxMassG,
    density: { mean: density.mean, sd: density.sd },
    secondsPerTurn: learned.secondsPerTurn.mean,
  };
}

/** The kind and the number of a tool, from the key that a plan chose it by. */
export function toolOfKey(key: string): { table: 'winder' | 'hand_form'; id: number } {
  const [kind, id] = key.split(' ') as [string, string];
  return { table: kind === 'winder' ? 'winder' : 'hand_form', id: Number(id) };
}
