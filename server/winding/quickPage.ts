import { kindOfYarn } from '../../core/yarn/fibre';
import type { PlanTool } from '../../core/winding/piecePlan';
import type { Db } from '../../db/common/connection';
import { countShelf } from '../../db/yarn/shelf';
import { bench, type ScaleTool } from '../bench/bench';
import { planTools } from '../bench/planTools';
import { withLimits } from './limits';

/** What quick answers are worked out with. */
export interface QuickPage {
  /** No yarn is kept yet. */
  firstVisit: boolean;
  tools: PlanTool[];
  scales: ScaleTool[];
}

/** No yarn has this number. */
const NOT_KEPT = 0;

/** The bench for a yarn that is not kept: what all its cakes have taught, nothing of any one yarn. */
export function quickPage(db: Db): QuickPage {
  const tools = bench(db);
  const yarn = { id: NOT_KEPT, kind: kindOfYarn([]), grist: { mean: 1, sd: 0 }, again: false };
  return {
    firstVisit: countShelf(db) === 0,
    tools: withLimits(db, planTools(tools, yarn), tools),
    scales: tools.scales,
  };
}
