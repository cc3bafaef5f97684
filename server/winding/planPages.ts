import type { ColourAlong } from '../../core/yarn/coloursAlong';
import { kindOfYarn } from '../../core/yarn/fibre';
import type { PlanTool } from '../../core/winding/piecePlan';
import { needsSwift, woundBefore } from '../../core/yarn/piece';
import { type Schools, stoodTooLongDays } from '../../core/bench/schools';
import type { Db } from '../../db/common/connection';
import { woundAs } from '../../db/winding/woundCakes';
import { bench, type ScaleTool, type SwiftTool } from '../bench/bench';
import { densityFor } from '../bench/calibration';
import { type PlannedUse, plannedUse } from '../yarn/plannedUse';
import { withLimits } from './limits';
import { planTools } from '../bench/planTools';
import { schools } from '../bench/schools';
import { coloursOfPiece } from '../yarn/colours';
import { newestOnShelf, type ShelfCard } from '../yarn/shelf';
import { piecePage, type PieceView, type YarnView } from '../yarn/yarnViews';

/** What the planning of one piece starts from. */
export interface PlanPage {
  yarn: YarnView;
  piece: PieceView;
  /** Along the piece from its inner end; empty where nobody looked. */
  colours: ColourAlong[];
  /** Other pieces of the yarn in the same form, that may be wound after it in the same way. */
  alike: PieceView[];
  tools: PlanTool[];
  swifts: SwiftTool[];
  scales: ScaleTool[];
  schools: Schools;
  /** How it is meant to be wound for the sake of its twist, where that was chosen. */
  next: PlannedUse | null;
  /** Which figures of each tool are still the ones it came with. */
  guessed: Record<string, boolean>;
  /** How many of its own cakes each figure of a tool was learned from; 0: it is the starting or the measured one. */
  learnedFrom: Record<string, { density: number; ratio: number; pace: number }>;
}

export function planPage(db: Db, pieceId: number): PlanPage | undefined {
  const page = piecePage(db, pieceId);
  if (!page) return undefined;
  const { yarn, piece, others } = page;
  const tools = bench(db);
  const [kind, again] = [kindOfYarn(yarn.fibres), woundBefore(piece.form)];
  const all = [
    ...tools.winders.map((tool) => [`winder ${tool.id}`, tool] as const),
    ...tools.handForms.map((tool) => [`form ${tool.id}`, tool] as const),
  ];
  return {
    yarn,
    piece,
    colours: coloursOfPiece(db, piece),
    alike: others.filter(({ form, openRunId, mass }) => form === piece.form && openRunId === null && mass !== null),
    tools: piece.grist ? withLimits(db, planTools(tools, { id: yarn.id, kind, grist: piece.grist, again }), tools) : [],
    swifts: tools.swifts,
    scales: tools.scales,
    schools: schools(db),
    next: plannedUse(db, pieceId) ?? null,
    guessed: Object.fromEntries(all.map(([key, { measured }]) => [key, measured.length === 0])),
    learnedFrom: Object.fromEntries(
      all.map(([key, { learned, measured }]) => [
        key,
        {
          density: densityFor(learned, kind, again).from,
          ratio: measured.includes('spindleTurnsPerCrank') ? 0 : learned.crankRatio.from,
          pace: learned.secondsPerTurn.from,
        },
      ]),
    ),
  };
}

/** What could be wound next. */
export interface WindingPage {
  yarns: ShelfCard[];
  /** Cakes that have stood longer than the user's school lets them, by their piece. */
  stoodDays: Record<number, number>;
  earliestDays: number;
  /** There are yarns that came in before these. */
  older: boolean;
}

/** Older ones are found on the shelf. */
const MOST_YARNS_SHOWN = 48;

export function windingPage(db: Db, now: Date): WindingPage {
  const yarns = newestOnShelf(db, MOST_YARNS_SHOWN);
  const { earliestDays } = schools(db);
  return {
    yarns: yarns.filter(({ pieceCount }) => pieceCount > 0),
    stoodDays: Object.fromEntries(
      yarns
        .flatMap(({ pieces }) => pieces)
        .filter(({ form }) => !needsSwift(form))
        .map(({ id }) => [id, stoodDays(db, id, earliestDays, now)] as const)
        .filter(([, days]) => days !== null),
    ) as Record<number, number>,
    earliestDays,
    older: yarns.length === MOST_YARNS_SHOWN,
  };
}

/** Days that a cake has stood, where that is longer than the user's school lets it. */
export function stoodDays(db: Db, pieceId: number, earliestDays: number, now: Date): number | null {
  const wound = woundAs(db, pieceId);
  return wound ? stoodTooLongDays(Date.parse(wound.at), now.getTime(), earliestDays) : null;
}
