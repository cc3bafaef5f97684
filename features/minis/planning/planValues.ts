import type { MiniPlanForm } from '../../../server/minis/miniPlans';
import type { KeptHand } from './useHandPlan';

type Asked = MiniPlanForm['asked'];

/** What was put in, and how it was changed by hand. */
export interface PlanValues extends Asked {
  requestKey: string;
  name: string;
  yarnIds: number[];
  hand: KeptHand | null;
}
