import type { Estimate } from '../common/estimate';
import { type ColourAlong, coloursFrom } from '../yarn/coloursAlong';
import { type Fault, mirrored, type PackageEnd } from '../yarn/faults';
import { InputError } from '../common/inputError';
import type { WinderHolds } from '../bench/winderLimit';
import type { WoundOnto } from './run';
import { cutsAtFaults, type Split, splitParts } from './split';
import { winderFit } from '../bench/winderFit';
import { type WinderFigures, type WindingPlan, windingPlan } from './windingPlan';

/** A winder or a hand form as a plan takes it: with what to expect of a cake of this yarn on it. */
export interface PlanTool extends WinderFigures {
  /** Under which it is chosen: "winder 1", "form 2". */
  key: string;
  name: string;
  onto: WoundOnto;
  /** g/cm3 */
  density: Estimate;
  /** How far the crank's ratio may be from what it is said to be. */
  crankRatioSd: number;
  /** The share of the grist's error that cancels, since the ratio was learned on the same yarn. */
  gristCancels?: number;
  secondsPerTurn: number;
  /** By so much of its limit a cake may be over it: where the limit is a guess, or only a hand's. */
  limitSlack?: number;
  /** How well its limits are known, and from what; a hand has none. */
  holds?: WinderHolds;
}

/** How firm a maker means to wind, against what their cakes are like otherwise. */
export const FIRMNESS = { loose: 0.8, usual: 1, firm: 1.2 } as const;
export type Firmness = keyof typeof FIRMNESS;

/** What has been chosen for one piece. Of equal cakes as few as fit, where `cakes` says less. */
export interface PlanChoices {
  split: Split;
  toolKey: string;
  /** Another tool for single parts, by their place. */
  toolOfPart: Readonly<Record<number, string>>;
  firmness: Firmness;
  /** Cuts are moved to a knot that lies near. */
  cutAtKnots: boolean;
  twice: boolean;
  /** The end that the cakes will be worked from. */
  workFrom: 'centre' | 'outside';
  /** What a tool holds is a judgement; this one is the maker's own. */
  anyway?: boolean;
}

export interface PieceToPlan {
  massG: Estimate;
  grist: Estimate;
  /** Along the piece from its inner end, and the end that will leave it first. */
  faults: readonly Fault[];
  /** Along it from its inner end, where that is known. */
  colours?: readonly ColourAlong[];
  fromEnd: PackageEnd;
  hankLoopM?: number;
}

export interface PiecePlan extends WindingPlan {
  /** The tool of each part. */
  tools: PlanTool[];
  /** Along the strand from the end that leaves first. */
  faults: Fault[];
  /** The same of its colours. */
  colours: ColourAlong[];
  /** Parts that are more than their tool holds. */
  tooLarge: number[];
  /** As few equal cakes as the chosen tool takes. */
  fewest: number;
}

/**
 * The plan of one piece with everything that was chosen: split into parts, each on its tool, cut at knots where one
 * lies near a cut.
 *
 * @throws InputError where more is wanted than there is, or a tool is not there
 * @example
 * planPiece({ massG: { mean: 150, sd: 0 }, grist: { mean: 2, sd: 0 }, faults: [], fromEnd: 'inner' }, { split: { by: 'equal', cakes: 1 }, toolKey: 'a', toolOfPart: {}, firmness: 'usual', cutAtKnots: true, twice: false, workFrom: 'centre' }, [{ key: 'a', name: 'a', onto: 'winder', maxMassG: 113, maxDiameterMm: 98, coreDiameterMm: 24, heightMm: 68, spindleTurnsPerCrank: 4, crossingAngleDeg: 20, density: { mean: 0.3, sd: 0 }, crankRatioSd: 0, secondsPerTurn: 1 }]).cakes.length // => 2
 */
export function planPiece(piece: PieceToPlan, choices: PlanChoices, tools: readonly PlanTool[]): PiecePlan {
  const { massG, grist } = piece;
  const toolCalled = (key: string): PlanTool => {
    const tool = tools.find((each) => each.key === key);
    if (!tool) throw new InputError('this tool is not on the bench', 'toolKey');
    return firmAs(tool, choices.firmness);
  };
  const main = toolCalled(choices.toolKey);
  const fit = winderFit({ massG: massG.mean, densityGPerCm3: main.density.mean, winder: main });
  // One that is a little too full is less trouble than two; several are made so that none is.
  const fewest = choices.anyway || massG.mean <= mostOn(main, fit.usableMassG) ? 1 : fit.cakes;
  const colours = coloursFrom(piece.fromEnd, piece.colours ?? []);
  const strand = { gristMPerG: grist.mean, colours, worked: choices.workFrom };
  const parts = splitParts(massG.mean, atLeast(choices.split, fewest), strand);
  const onTools = parts.map((_, i) => toolCalled(choices.toolOfPart[i] ?? choices.toolKey));
  const faults = piece.fromEnd === 'inner' ? [...piece.faults] : mirrored(piece.faults, massG.mean * grist.mean);
  const mostG = parts.map(
    ({ massG }, i) => winderFit({ massG, densityGPerCm3: onTools[i]!.density.mean, winder: onTools[i]! }).usableMassG,
  );
  const cut = choices.cutAtKnots
    ? cutsAtFaults(parts, faults, grist.mean, { mostG, leastShare: leastShareOf(choices.split) })
    : parts;
  const plan = windingPlan({
    massG,
    grist,
    parts: cut.map((part, i) => ({
      ...part,
      winder: onTools[i]!,
      density: onTools[i]!.density,
      crankRatioSd: onTools[i]!.crankRatioSd,
      gristCancels: onTools[i]!.gristCancels,
      secondsPerTurn: onTools[i]!.secondsPerTurn,
    })),
    hankLoopM: piece.hankLoopM,
    twice: choices.twice,
  });
  return {
    ...plan,
    tools: onTools,
    faults,
    colours,
    fewest,
    tooLarge: plan.cakes.flatMap(({ massG, usableMassG }, i) =>
      !choices.anyway && massG > mostOn(onTools[i]!, usableMassG) + SLACK_G ? [i] : [],
    ),
  };
}

/** What a tool may be asked to hold: a little more than a limit that nobody measured, with a warning. */
function mostOn({ limitSlack = 0 }: PlanTool, usableMassG: number): number {
  return usableMassG * (1 + limitSlack);
}

/** Guards equal parts of exactly what fits against the last bit of a float. */
const SLACK_G = 1e-6;

function firmAs(tool: PlanTool, firmness: Firmness): PlanTool {
  const factor = FIRMNESS[firmness];
  return { ...tool, density: { mean: tool.density.mean * factor, sd: tool.density.sd * factor } };
}

function atLeast(split: Split, fewest: number): Split {
  return split.by === 'equal' ? { ...split, cakes: Math.max(split.cakes, fewest) } : split;
}

/** A piece of a project must not come out short: only cakes that are not for something may give up a little. */
function leastShareOf(split: Split): number {
  return split.by === 'pieces' || split.by === 'matched' ? 1 : 0.9;
}
