import { InputError } from '../../../core/common/inputError';
import type { UnitSystem } from '../../../core/common/units';
import { type ParentPiece, readMinis, type ReadMinis, readSize, type TypedSize } from '../../../core/minis/miniPlan';
import type { PlanMinisPage } from '../../../server/minis/miniPlans';
import type { MiniParentView } from '../../../server/minis/miniParents';
import type { ReelTool } from '../../../server/bench/bench';
import { stillThere } from '../../../ui/controls/stillThere';
import type { Asked, PlanValues } from './planValues';

/** Of what was taken, what can be cut now: a piece may have been wound, used up or put on the bench meanwhile. */
export function cuttable(page: PlanMinisPage, pieceIds: readonly number[]): MiniParentView[] {
  const views = new Map(page.yarns.flatMap(({ parents }) => parents).map((view) => [view.pieceId, view]));
  return pieceIds.flatMap((id) => {
    const view = views.get(id);
    return view?.parent && !view.busy ? view : [];
  });
}

/** A draft may be of more yarns than the page has yet: until it has them, nothing is planned of the others alone. */
function hasAllYarns({ yarns }: PlanMinisPage, { yarnIds }: PlanValues): boolean {
  return stillThere(yarnIds, yarns).length === yarnIds.length;
}

/** How many pieces were taken that are nowhere on the page. */
export function goneFrom(page: PlanMinisPage, values: PlanValues): number {
  if (!hasAllYarns(page, values)) return 0;
  const { pieceIds } = values;
  const there = page.yarns.flatMap(({ parents }) => parents.map(({ pieceId }) => ({ id: pieceId })));
  return pieceIds.length - stillThere(pieceIds, there).length;
}

/** A row of sizes that was left empty asks for nothing. */
const isFilledIn = ({ amount }: TypedSize) => amount.trim() !== '';

/** At each row that says something, but not how large one is. */
export function sizesWithoutAmount(sizes: readonly TypedSize[]): Record<string, string> {
  return Object.fromEntries(
    sizes.flatMap((size, i) =>
      !isFilledIn(size) && [size.name, size.tolerance, size.count].some((typed) => typed.trim() !== '')
        ? [[`sizes.${i}.amount`, 'say how large one is to be']]
        : [],
    ),
  );
}

/** What is sent of it: what is there to be cut, and the rows that are filled in. */
export function askedOf(
  { requestKey: _key, name: _name, yarnIds: _yarns, hand: _hand, ...asked }: PlanValues,
  page: PlanMinisPage,
): Asked {
  return {
    ...asked,
    pieceIds: cuttable(page, asked.pieceIds).map(({ pieceId }) => pieceId),
    sizes: asked.sizes.filter(isFilledIn),
    reelId: reelOf(page, asked.reelId).id,
  };
}

/** The reel that was chosen, or the first where it is no longer on the bench. */
export function reelOf({ reels }: PlanMinisPage, reelId: number): ReelTool {
  return reels.find(({ id }) => id === reelId) ?? reels[0]!;
}

export interface ReadPlan {
  /** Null where nothing can be planned yet. */
  ready: (ReadMinis & { parents: ParentPiece[] }) | null;
  errors: Record<string, string>;
}

/** Everything that can be read of what was typed, and what is wrong with the rest. */
export function readPlan(values: PlanValues, page: PlanMinisPage, system: UnitSystem): ReadPlan {
  const errors: Record<string, string> = {};
  const readOr = <T>(work: () => T): T | null => {
    try {
      return work();
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      errors[error.path] ??= error.message;
      return null;
    }
  };
  // In the order in which they are sent.
  const parents = cuttable(page, values.pieceIds).map(({ parent }) => parent!);
  const sizes = values.sizes.filter(isFilledIn);
  if (!hasAllYarns(page, values) || parents.length === 0 || sizes.length === 0) return { ready: null, errors };
  const grists = new Map(parents.map(({ yarnId, grist }) => [yarnId, grist.mean]));
  values.sizes.forEach((size, i) => {
    if (isFilledIn(size)) readOr(() => readSize(size, grists, system, `sizes.${i}`));
  });
  const strandsMm = new Map(page.yarns.map(({ id, strandMm }) => [id, strandMm]));
  const read =
    Object.keys(errors).length === 0
      ? readOr(() => readMinis({ ...values, sizes }, parents, strandsMm, reelOf(page, values.reelId), system))
      : null;
  return { ready: read && { ...read, parents }, errors };
}
