import type { Highs } from 'highs';
import {
  type MinisWanted,
  mostKits,
  planningOf,
  type PlannedParent,
  type Shortage,
  shortages,
} from '../core/minis/miniPlan';
import { madeOfEach, type MinisInput } from '../core/minis/minis';
import { kitsPossible, type MinisPlan, minisPlan, type MinisProgress } from './minisPlan';

/** How many kits there can be, and what keeps there from being more. */
export interface KitsAnswer {
  /** That the plan makes. */
  count: number;
  /** That were asked for; null: as many as there can be. */
  asked: number | null;
  proven: boolean;
  /** How many kits each yarn would give by itself; the fewest limit them all. Without a yarn: all of them together. */
  byYarn: { yarnId: number | null; kits: number }[];
  /** What is missing for one kit more. */
  forOneMore: Shortage[];
}

/** What was asked for, answered. */
export interface MinisAnswer {
  input: MinisInput;
  parents: PlannedParent[];
  plan: MinisPlan;
  kits: KitsAnswer | null;
  short: Shortage[];
}

/**
 * The best minis, or kits, to make of what there is.
 *
 * @param tell is given the best so far whenever something is known anew
 * @throws InputError where the input cannot be
 */
export function minisWanted(
  highs: Highs,
  wanted: MinisWanted,
  seconds: number,
  tell?: (answer: MinisAnswer, seeking: MinisProgress['seeking']) => void,
): MinisAnswer {
  const kits = wanted.kits && kitsOfAll(highs, wanted, seconds / 6);
  const { input, parents } = planningOf(wanted, kits?.count);
  const answer = (plan: MinisPlan): MinisAnswer => ({
    input,
    parents,
    plan,
    kits,
    short: shortages(input, madeBy({ input, plan })),
  });
  return answer(minisPlan(highs, input, seconds, tell && (({ plan, seeking }) => tell(answer(plan), seeking))));
}

/** How many of each size are made. */
export function madeBy({ input, plan }: Pick<MinisAnswer, 'input' | 'plan'>): number[] {
  return madeOfEach(plan.counts, input.demands.length);
}

function kitsOfAll(highs: Highs, wanted: MinisWanted, seconds: number): KitsAnswer {
  const asked = wanted.kits!.count;
  const most = Math.min(mostKits(wanted), asked ?? Infinity);
  const yarns = [...new Set(wanted.sizes.map(({ yarnId }) => yarnId))];
  // Yarns do not mix, unless a size may be of any.
  const apart = yarns.includes(null) ? [null] : yarns;
  const answers = apart.map((yarnId) => {
    const sizes = wanted.sizes.filter((size) => yarnId === null || size.yarnId === yarnId);
    const of = { ...wanted, sizes };
    // Asked for more than could ever be, so that each yarn tells its own number.
    const own = Math.max(1, mostKits(of));
    const { input } = planningOf(of, own);
    const perKit = sizes.map(({ count }) => count ?? 1);
    return { yarnId, of, ...kitsPossible(highs, input, perKit, own, seconds / apart.length) };
  });
  const count = Math.min(most, ...answers.map(({ kits }) => kits));
  const limiting = answers.filter(({ kits }) => kits === count);
  return {
    count,
    asked,
    proven: answers.every(({ proven }) => proven),
    byYarn: answers.map(({ yarnId, kits }) => ({ yarnId, kits })),
    forOneMore: limiting.flatMap(({ of }) => {
      const { input } = planningOf(of, count + 1);
      const best = minisPlan(highs, input, seconds / apart.length);
      return shortages(input, madeOfEach(best.counts, input.demands.length));
    }),
  };
}
