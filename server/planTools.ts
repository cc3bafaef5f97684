import { leadOfGuideMm } from '../core/cake';
import type { YarnKind } from '../core/fibre';
import type { PlanTool } from '../core/piecePlan';
import type { Bench, HandTool, WinderTool } from './bench';
import { densityFor } from './learned';

/** Everything on the bench that a yarn of this kind can be wound onto, with what to expect of its cakes there. */
export function planTools({ winders, handForms }: Bench, kind: YarnKind, again: boolean): PlanTool[] {
  return [
    ...winders.map((winder) => ({
      ...planTool(winder, kind, again),
      key: `winder ${winder.id}`,
      onto: 'winder' as const,
    })),
    ...handForms.map((form) => ({ ...planTool(form, kind, again), key: `form ${form.id}`, onto: form.kind })),
  ];
}

/** Ten turns of the crank, counted to a quarter turn of the spindle. */
const COUNTED_RATIO_SD = 0.025;

function planTool(tool: WinderTool | HandTool, kind: YarnKind, again: boolean): Omit<PlanTool, 'key' | 'onto'> {
  const { learned } = tool;
  const byHand = 'kind' in tool;
  const density = densityFor(learned, kind, again);
  // A crank that was counted by hand is believed over what cakes suggest; a starting figure is not.
  const counted = tool.measured.includes('spindleTurnsPerCrank');
  const guessed = !counted && learned.crankRatio.from === 0;
  return {
    name: tool.name,
    coreDiameterMm: tool.coreDiameterMm,
    heightMm: tool.heightMm,
    maxDiameterMm: tool.maxDiameterMm,
    maxMassG: tool.maxMassG,
    ...(byHand ? { crossingAngleDeg: tool.crossingAngleDeg } : { leadMm: leadOfGuideMm(tool) }),
    spindleTurnsPerCrank: counted || guessed ? tool.spindleTurnsPerCrank : learned.crankRatio.mean,
    // A wrap by hand is a wrap; a crank that was counted is right to a part of a turn in ten.
    crankRatioSd: byHand ? 0 : counted ? COUNTED_RATIO_SD : learned.crankRatio.sd,
    density: { mean: density.mean, sd: density.sd },
    secondsPerTurn: learned.secondsPerTurn.mean,
  };
}

/** The kind and the number of a tool, from the key that a plan chose it by. */
export function toolOfKey(key: string): { table: 'winder' | 'hand_form'; id: number } {
  const [kind, id] = key.split(' ') as [string, string];
  return { table: kind === 'winder' ? 'winder' : 'hand_form', id: Number(id) };
}
