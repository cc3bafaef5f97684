import { assembleKits, type Kit } from '../../core/minis/kits';
import type { Colourway } from '../../core/yarn/colourways';
import type { FibreShare } from '../../core/yarn/fibre';
import { minisToCome } from '../../core/minis/miniRun';
import { type MiniVerdict, miniVerdict } from '../../core/minis/weighingChecks';
import { type MiniCaution, miniCautions, type MiniTies, miniTies } from '../../core/minis/miniTies';
import { loopsForLength } from '../../core/minis/miniLoops';
import { type ColourAlong, coloursFrom } from '../../core/yarn/coloursAlong';
import type { MassFact } from '../../core/yarn/piece';
import type { Db } from '../../db/common/connection';
import { type MiniPlanRow, miniPlanById, miniPlans, type MiniRow, minisOfPlan } from '../../db/minis/minis';
import { operationById, type OperationPieceRow, operationPiecesOf } from '../../db/yarn/operations';
import { everMade, isThere, pieceById, wetBy } from '../../db/yarn/pieces';
import { type RunRow, runsOfPlan } from '../../db/winding/runs';
import { type MiniPlanContent, readMiniPlanContent } from './miniPlanContent';
import { strandOf } from './miniParents';
import { miniStateOf } from './miniRunEvents';
import { yarnById } from '../../db/yarn/yarns';
import { massFactOf } from '../common/weighing';
import { coloursOfPiece, coloursOfYarn } from '../yarn/colours';
import { type PiecePage, pieceView, wetSince, yarnView, type YarnView } from '../yarn/yarnViews';
import { fromMg } from '../common/storageUnits';

/** A mini that was made, as it is now. */
export interface MadeMini {
  pieceId: number;
  label: string;
  yarnId: number;
  sizeId: string;
  /** What it weighs now; null where it was used up or became something else. */
  mass: MassFact | null;
  /** As it was cut. */
  cut: MassFact | null;
  wantedG: number;
  toleranceG: number;
  verdict: MiniVerdict;
  lengthM: number | null;
  place: number;
  places: number;
  parentLabel: string;
  loops: number;
  kit: number | null;
  gone: boolean;
  /** What it was dyed in; null: it is as it came. */
  colourway: Colourway | null;
  colourHex: string;
  /** It is in the dye pot or in water, or drying, since this operation. */
  wetBy: PiecePage['wet'];
}

/** One parent of a mini plan, and how far its minis are. */
export interface MiniPlanParent {
  pieceId: number;
  label: string;
  yarnId: number;
  massG: number;
  segmentsG: number[];
  holdsKnot: boolean[];
  /** From the end that it is worked from; empty where nobody looked, or it is gone. */
  colours: ColourAlong[];
  counts: number[][];
  state: 'waiting' | 'counting' | 'done' | 'gone';
  runId: number | null;
  operationId: number | null;
  /** Minis that are still to be made of it. */
  toCome: number;
  planned: number;
}

/** What all minis of a mini plan came from and went into, in grams. */
export interface MiniPlanBalance {
  parentsG: number;
  minisG: number;
  tiesG: number;
  endsG: number;
  remainingG: number;
  /** What came out less what went in. */
  differenceG: number;
  /** How far the scales alone can account for. */
  withinG: number;
  /** The parents were not weighed: their mass is what the band says. */
  byBand: boolean;
}

export interface MiniPlanPage {
  id: number;
  name: string;
  createdAt: string;
  endedAt: string | null;
  plan: MiniPlanContent;
  yarns: { id: number; name: string; colourHex: string; fibres: FibreShare[]; gristMPerG: number | null }[];
  parents: MiniPlanParent[];
  minis: MadeMini[];
  kits: Kit[];
  /** Null where no parent has been cut yet. */
  balance: MiniPlanBalance | null;
  ties: MiniTies;
  cautions: MiniCaution[];
}

export function miniPlanPage(db: Db, id: number): MiniPlanPage | undefined {
  const miniPlan = miniPlanById(db, id);
  if (!miniPlan) return undefined;
  const plan = readMiniPlanContent(miniPlan.plan);
  const runs = runsOfPlan(db, id);
  const yarns = [...new Set(plan.parents.map(({ yarnId }) => yarnId))].map((yarnId) => yarnView(db, yarnId)!);
  // Minis of one skein share its entry.
  const cuts = new Map(
    runs.flatMap(({ operationId }) =>
      operationId === null ? [] : [[operationId, operationPiecesOf(db, operationId)]],
    ),
  );
  const minis = minisOfPlan(db, id).map((row) => madeMini(db, row, cuts.get(row.operationId)!, yarns));
  const recipe = plan.sizes.map(({ id, count }) => ({ sizeId: id, perKit: count ?? 1 }));
  return {
    id: miniPlan.id,
    name: miniPlan.name,
    createdAt: miniPlan.createdAt,
    endedAt: miniPlan.endedAt,
    plan,
    yarns: yarns.map(({ id, name, colourHex, fibres, grist }) => ({
      id,
      name,
      colourHex,
      fibres,
      gristMPerG: grist?.mean ?? null,
    })),
    parents: planParents(db, plan, runs),
    minis,
    kits:
      plan.kits === null
        ? []
        : assembleKits(
            recipe,
            minis.filter(({ gone }) => !gone).map(({ pieceId, sizeId, kit }) => ({ id: pieceId, sizeId, kit })),
            plan.kits,
          ),
    balance: balanceOf(db, runs),
    ties: tiesOf(plan, yarns),
    cautions: [...new Set(yarns.flatMap(({ fibres }) => miniCautions(fibres, plan.asked.next)))],
  };
}

function tiesOf(plan: MiniPlanContent, yarns: readonly YarnView[]): MiniTies {
  const largestG = Math.max(...plan.sizes.map(({ massG }) => massG));
  const thickest = [...yarns].sort((a, b) => (a.grist?.mean ?? 0) - (b.grist?.mean ?? 0))[0]!;
  const strandMm = strandOf(thickest);
  const form = { loopM: plan.reel.loopM, spreadMm: plan.reel.spreadMm, strandMm };
  const loops = loopsForLength(largestG * (thickest.grist?.mean ?? 1), form);
  return miniTies({ next: plan.asked.next, loopM: plan.reel.loopM, loops, strandMm });
}

function planParents(db: Db, plan: MiniPlanContent, runs: readonly RunRow[]): MiniPlanParent[] {
  return plan.parents.map((parent) => {
    const run = runs.find(({ pieceId }) => pieceId === parent.pieceId);
    const planned = parent.counts.flat().reduce((sum, count) => sum + count, 0);
    const state = run ? (run.endedAt === null ? 'counting' : 'done') : isThere(db, parent.pieceId) ? 'waiting' : 'gone';
    return {
      ...parent,
      colours: coloursOfParent(db, parent),
      label: everMade(db, parent.pieceId).label,
      state,
      runId: run?.id ?? null,
      operationId: run?.operationId ?? null,
      planned,
      toCome: state === 'done' ? 0 : run ? minisToCome(miniStateOf(db, run)).length : planned,
    };
  });
}

function coloursOfParent(
  db: Db,
  { pieceId, yarnId, fromEnd }: MiniPlanContent['parents'][number],
): MiniPlanParent['colours'] {
  const row = pieceById(db, pieceId);
  if (!row || coloursOfYarn(db, yarnId).order.length === 0) return [];
  return coloursFrom(fromEnd, coloursOfPiece(db, pieceView(db, yarnView(db, row.yarnId)!, row)));
}

function madeMini(db: Db, row: MiniRow, parts: readonly OperationPieceRow[], yarns: readonly YarnView[]): MadeMini {
  const piece = pieceById(db, row.pieceId)!;
  const cut = massFactOf(parts.find(({ pieceId }) => pieceId === row.pieceId)!);
  const parent = parts.find(({ side }) => side === 'in')!;
  const mass = massFactOf(piece);
  const yarn = yarns.find(({ id }) => id === piece.yarnId) ?? yarnView(db, piece.yarnId)!;
  const wet = wetSince(db, row.pieceId);
  const [wantedG, toleranceG] = [fromMg(row.wantedMg), fromMg(row.toleranceMg)];
  // As it is now, once it is dry: what counts for a kit is what is in the hand.
  const judged = (wet === null ? mass : null) ?? cut;
  const weighed = { massG: judged?.massG ?? 0, resolutionG: judged?.from === 'scale' ? judged.resolutionG : 0 };
  const { lengthM, colourway, colourHex } = pieceView(db, yarn, piece);
  return {
    pieceId: row.pieceId,
    label: piece.label,
    yarnId: piece.yarnId,
    sizeId: row.sizeId,
    mass,
    cut,
    wantedG,
    toleranceG,
    verdict: miniVerdict(weighed, { massG: wantedG, toleranceG }),
    lengthM: lengthM?.mean ?? null,
    colourway,
    colourHex,
    place: row.place,
    places: row.places,
    parentLabel: everMade(db, parent.pieceId).label,
    loops: row.loops,
    kit: row.kit,
    gone: piece.consumedBy !== null,
    wetBy: wet,
  };
}

/** Over the parents that were cut: what there was, and what came of it. */
function balanceOf(db: Db, runs: readonly RunRow[]): MiniPlanBalance | null {
  const operations = runs.flatMap(({ operationId }) =>
    operationId === null ? [] : (operationById(db, operationId) ?? []),
  );
  if (operations.length === 0) return null;
  const parts = operations.flatMap(({ id }) => operationPiecesOf(db, id));
  const sum = (of: typeof parts) => of.reduce((total, { massMg }) => total + fromMg(massMg ?? 0), 0);
  const out = parts.filter(({ side }) => side === 'out');
  const isMini = (pieceId: number) => everMade(db, pieceId).form === 'mini skein';
  const parentsG = sum(parts.filter(({ side }) => side === 'in'));
  const minisG = sum(out.filter(({ pieceId }) => isMini(pieceId)));
  const remainingG = sum(out.filter(({ pieceId }) => !isMini(pieceId)));
  const tiesG = fromMg(operations.reduce((total, { tiesMg }) => total + tiesMg, 0));
  const endsG = fromMg(operations.reduce((total, { wasteMg }) => total + wasteMg, 0));
  return {
    parentsG,
    minisG,
    tiesG,
    endsG,
    remainingG,
    differenceG: minisG + tiesG + endsG + remainingG - parentsG,
    withinG: parts.reduce((total, { resolutionMg }) => total + fromMg(resolutionMg ?? 0) / 2, 0),
    byBand: parts.some(({ side, massFrom }) => side === 'in' && massFrom !== 'scale'),
  };
}

/** A mini plan in the list of them. */
export interface MiniPlanLine {
  id: number;
  name: string;
  createdAt: string;
  endedAt: string | null;
  colours: string[];
  /** Minis that were made, and that are planned in all. */
  made: number;
  planned: number;
  kits: number | null;
  /** In the pot, in water or drying. */
  wet: number;
  countingRunId: number | null;
}

export function miniPlanLines(db: Db): MiniPlanLine[] {
  return miniPlans(db).map((miniPlan) => planLine(db, miniPlan));
}

function planLine(db: Db, miniPlan: MiniPlanRow): MiniPlanLine {
  const plan = readMiniPlanContent(miniPlan.plan);
  const runs = runsOfPlan(db, miniPlan.id);
  const minis = minisOfPlan(db, miniPlan.id);
  const parents = planParents(db, plan, runs);
  return {
    id: miniPlan.id,
    name: miniPlan.name,
    createdAt: miniPlan.createdAt,
    endedAt: miniPlan.endedAt,
    colours: [...new Set(plan.parents.map(({ yarnId }) => yarnById(db, yarnId)!.colourHex))],
    made: minis.length,
    planned: minis.length + parents.reduce((sum, { toCome }) => sum + toCome, 0),
    kits: plan.kits,
    wet: minis.filter(({ pieceId }) => wetBy(db, pieceId) !== null).length,
    countingRunId: parents.find(({ state }) => state === 'counting')?.runId ?? null,
  };
}
