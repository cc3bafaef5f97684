import type { MiniPlanForm, PlanMinisPage } from '../../../server/minis/miniPlans';
import { newKey } from '../../../ui/feedback/newKey';
import { emptySize } from './SizeRows';
import type { KeptHand } from './useHandPlan';

export type Asked = MiniPlanForm['asked'];

/** What was put in, and how it was changed by hand. */
export interface PlanValues extends Asked {
  requestKey: string;
  name: string;
  yarnIds: number[];
  hand: KeptHand | null;
}

/** What a plan begins from: what was asked for the last time, or all that there is of the yarns. */
export function initialValues({ yarns, reels, pieceIds, miniPlan }: PlanMinisPage): PlanValues {
  if (miniPlan) {
    const { name, plan } = miniPlan;
    const there = new Set(yarns.flatMap(({ parents }) => parents.map(({ pieceId }) => pieceId)));
    return {
      ...plan.asked,
      pieceIds: plan.asked.pieceIds.filter((id) => there.has(id)),
      requestKey: newKey(),
      name,
      yarnIds: yarns.map(({ id }) => id),
      hand: null,
    };
  }
  return {
    requestKey: newKey(),
    name: '',
    yarnIds: yarns.map(({ id }) => id),
    pieceIds: pieceIds.length > 0 ? pieceIds : yarns.flatMap(allFree),
    sizes: [emptySize()],
    kits: false,
    kitCount: '',
    oneKnot: false,
    oneColour: false,
    next: 'dye',
    tiesOfOwn: true,
    ends: '20 cm',
    reelId: reels[0]!.id,
    hand: null,
  };
}

/** All of a yarn that can be cut now. */
export function allFree({ parents }: PlanMinisPage['yarns'][number]): number[] {
  return parents.filter(({ busy, parent }) => !busy && parent !== null).map(({ pieceId }) => pieceId);
}
