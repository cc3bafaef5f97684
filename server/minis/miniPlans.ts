import { z } from 'zod';
import { lowerFirst } from '../../core/common/format';
import { InputError } from '../../core/common/inputError';
import { type MinisWanted, planningOf, readMinis } from '../../core/minis/miniPlan';
import { fits, type MiniCounts, segmentsOf, takenG } from '../../core/minis/minis';
import { kitsOf } from '../../core/minis/minisModel';
import type { UnitSystem } from '../../core/common/units';
import type { Db } from '../../db/common/connection';
import { insertMiniPlan, miniPlanById, setMiniPlanEnded, updateMiniPlan } from '../../db/minis/minis';
import { runsOfPlan } from '../../db/winding/runs';
import { reels, type ReelTool, scales, type ScaleTool } from '../bench/bench';
import { withUnits } from '../../core/common/bareUnits';
import { once } from '../common/askedBefore';
import { requestKey, text } from '../common/fields';
import { type MiniPlanContent, proven, readMiniPlanContent, typedMinis } from './miniPlanContent';
import { type MiniYarn, miniYarns, yarnsOfPieces } from './miniParents';
import { runForm, ConflictError, type SaveResult, saving } from '../common/result';
import { rowNumber } from '../common/rowNumber';

const miniPlanForm = z.strictObject({
  requestKey,
  name: text.min(1, 'give it a name'),
  asked: typedMinis,
  /** How many of each size out of each segment of each piece, in the order of the pieces. */
  counts: z.array(z.array(z.array(z.int().min(0).max(9999)))),
  proven,
});
export type MiniPlanForm = z.input<typeof miniPlanForm>;

/** What the planning of minis starts from. */
export interface PlanMinisPage {
  yarns: MiniYarn[];
  reels: ReelTool[];
  scales: ScaleTool[];
  /** Those that are to be taken from the start. */
  pieceIds: number[];
  /** The mini plan that is planned anew, with what was asked for then. */
  miniPlan: { id: number; name: string; plan: MiniPlanContent } | null;
}

export function planMinisPage(db: Db, ask: { yarns?: string; pieces?: string }): PlanMinisPage {
  const pieceIds = idsIn(ask.pieces);
  const yarnIds = [...new Set([...idsIn(ask.yarns), ...yarnsOfPieces(db, pieceIds)])];
  return { yarns: miniYarns(db, yarnIds), reels: reels(db), scales: scales(db), pieceIds, miniPlan: null };
}

/**
 * The page on which a mini plan is planned anew; where its counting has begun, only the plan whose minis are being made;
 * undefined where there is none.
 */
export function miniReplanPage(
  db: Db,
  planId: number,
  ask: { yarns?: string },
): PlanMinisPage | { begun: number } | undefined {
  const row = miniPlanById(db, planId);
  if (!row) return undefined;
  if (runsOfPlan(db, planId).length > 0) return { begun: planId };
  const plan = readMiniPlanContent(row.plan);
  const { pieceIds } = plan.asked;
  const yarnIds = [...new Set([...yarnsOfPieces(db, pieceIds), ...idsIn(ask.yarns)])];
  return {
    yarns: miniYarns(db, yarnIds),
    reels: reels(db),
    scales: scales(db),
    pieceIds,
    miniPlan: { id: row.id, name: row.name, plan },
  };
}

function idsIn(list: string | undefined): number[] {
  return (list ?? '')
    .split(',')
    .flatMap((id) => rowNumber(id) ?? [])
    .slice(0, 200);
}

/** Keeps what is to be made, checked against what there is now: nothing is kept that could not be made. */
export function saveMiniPlan(db: Db, planId: number | null, input: unknown, system: UnitSystem, now: Date): SaveResult {
  return runForm(miniPlanForm, input, (form) =>
    once(db, 'mini_plan', form.requestKey, () => {
      if (planId !== null && !miniPlanById(db, planId)) throw new ConflictError('there is no such plan');
      if (planId !== null && runsOfPlan(db, planId).length > 0)
        throw new ConflictError('its minis are being made already; plan the rest as minis of their own');
      const plan = JSON.stringify(checkedPlan(db, form, system));
      if (planId !== null) {
        updateMiniPlan(db, planId, { name: form.name, plan });
        return planId;
      }
      return insertMiniPlan(db, { name: form.name, plan, createdAt: now.toISOString(), requestKey: form.requestKey });
    }),
  );
}

function checkedPlan(
  db: Db,
  { asked, counts, proven }: z.output<typeof miniPlanForm>,
  system: UnitSystem,
): MiniPlanContent {
  const reel = reels(db).find(({ id }) => id === asked.reelId);
  if (!reel) throw new InputError('this is not on the bench any more', 'reelId');
  const { parents, strandsMm } = parentsTaken(db, asked.pieceIds);
  const { wanted, tiesG } = readMinis(asked, parents, strandsMm, reel, system);
  const { kits, planned } = plannedAs(wanted, counts.flat());
  if (
    counts.length !== planned.parents.length ||
    planned.parents.some((each, i) => !isOfShape(each, counts[i]!, asked.sizes.length))
  )
    throw new ConflictError('a skein has changed since this was planned; look at the plan again');
  const segments = segmentsOf(planned.input);
  const all = counts.flat();
  if (!fits(all, segments, planned.input)) throw new ConflictError(whyNotFits(all, segments, planned.input));
  if (all.every((each) => each.every((count) => count === 0)))
    throw new ConflictError('no mini can be made of this; take more yarn or a smaller size');
  const { id, name, kind, loopM, spreadMm } = reel;
  return {
    // As it was typed, for whoever plans it again in other units, too.
    asked: withUnits(asked, system),
    sizes: [...wanted.sizes],
    kits,
    cutLossG: wanted.cutLossG,
    tiesG,
    reel: { id, name, kind, loopM, spreadMm },
    parents: planned.parents.map(({ piece, segmentsG, holdsKnot }, i) => ({
      pieceId: piece.pieceId,
      yarnId: piece.yarnId,
      massG: piece.massG,
      fromEnd: piece.fromEnd,
      segmentsG,
      holdsKnot,
      counts: counts[i]!,
    })),
    proven,
  };
}

/** Kits that are not counted are as many as these minis make. */
function plannedAs(wanted: MinisWanted, counts: MiniCounts) {
  const kits =
    wanted.kits &&
    kitsOf(
      counts,
      wanted.sizes.map(({ count }) => count ?? 1),
    );
  // Minis that were put in by hand may go beyond whole kits.
  return { kits, planned: planningOf(kits === null ? wanted : { ...wanted, kits: null, sizes: unlimited(wanted) }) };
}

function unlimited({ sizes }: MinisWanted): MinisWanted['sizes'] {
  return sizes.map((size) => ({ ...size, count: null }));
}

function parentsTaken(db: Db, pieceIds: readonly number[]) {
  const yarns = miniYarns(db, yarnsOfPieces(db, pieceIds));
  const views = yarns.flatMap(({ parents }) => parents);
  const parents = pieceIds.map((id) => {
    const view = views.find(({ pieceId }) => pieceId === id);
    if (!view) throw new InputError('one of these is not there any more', 'pieceIds');
    if (view.busy) throw new InputError(`${lowerFirst(view.label)} is on the bench; finish that first`, 'pieceIds');
    if (!view.parent) throw new InputError(`weigh ${lowerFirst(view.label)} first, and give its length`, 'pieceIds');
    return view.parent;
  });
  return { parents, strandsMm: new Map(yarns.map(({ id, strandMm }) => [id, strandMm])) };
}

function isOfShape({ segmentsG }: { segmentsG: readonly number[] }, counts: number[][], sizes: number): boolean {
  return counts.length === segmentsG.length && counts.every((each) => each.length === sizes);
}

function whyNotFits(
  counts: MiniCounts,
  segments: ReturnType<typeof segmentsOf>,
  input: Parameters<typeof fits>[2],
): string {
  const over = segments.findIndex(({ massG }, s) => takenG(counts[s]!, input) > massG + 1e-6);
  if (over === -1) return 'more minis of one size are assigned than are wanted';
  const overG = takenG(counts[over]!, input) - segments[over]!.massG;
  return `one skein would have to give ${overG.toFixed(1)} g more than it has; move a mini to another`;
}

/** Puts a mini plan away, or takes it up again; its minis stay what they are. */
export function endMiniPlan(db: Db, planId: number, ended: boolean, now: Date): SaveResult {
  return saving(() =>
    db
      .transaction(() => {
        if (!miniPlanById(db, planId)) throw new ConflictError('there is no such plan');
        if (ended && runsOfPlan(db, planId).some(({ endedAt }) => endedAt === null))
          throw new ConflictError('its minis are being counted; finish that first, or cancel it');
        setMiniPlanEnded(db, planId, ended ? now.toISOString() : null);
        return planId;
      })
      .immediate(),
  );
}
