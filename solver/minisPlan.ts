import type { Highs, HighsCallbackMap, Model } from 'highs';
import {
  assignmentsOf,
  compareMinis,
  fits,
  type MiniAssignment,
  type MiniCounts,
  type MinisInput,
  type MinisWorth,
  parentsNeeded,
  prioritiesOf,
  priorityOf,
  type Segment,
  segmentsOf,
  takenG,
  worthOf,
} from '../core/minis/minis';
import { filledWell } from '../core/minis/minisByHand';
import { kitsOf, type LinearModel, minisColumns, type MinisGoal, minisModel } from '../core/minis/minisModel';

/** The best plan that was found, and what is known of how good it is. */
export interface MinisPlan extends MinisWorth {
  counts: MiniCounts;
  assignments: MiniAssignment[];
  /** Whether nothing better can be: in grams, in parents opened, in the leftover, one after another. */
  proven: { grams: boolean; parents: boolean; left: boolean };
  /** No plan makes more grams than this. */
  mostG: number;
}

/** How a plan stands while it is still being bettered. */
export interface MinisProgress {
  seeking: MinisGoal['seek'];
  plan: MinisPlan;
}

interface Best {
  counts: MiniCounts;
  worth: MinisWorth;
}

/** Shares of the time that each goal may take. */
const TIME_SHARES: Record<MinisGoal['seek'], number> = { grams: 0.4, parents: 0.4, left: 0.2, kits: 1 };

/** How often somebody who waits is told, in seconds. */
const TELL_EVERY_S = 0.2;

/**
 * The best minis to make of what there is: as many grams as possible, of what goes first and then of what goes next;
 * then out of as few parents as possible, then with as large a stretch left whole as possible.
 *
 * @param seconds after which the best that was found is taken, proven or not
 * @param tell is given the best so far whenever something is known anew
 * @throws InputError where the input cannot be
 */
export function minisPlan(
  highs: Highs,
  input: MinisInput,
  seconds = 10,
  tell?: (progress: MinisProgress) => void,
): MinisPlan {
  const segments = segmentsOf(input);
  const start = filledWell(input);
  let best: Best = { counts: start, worth: worthOf(start, segments, input) };
  const proven = { grams: false, parents: false, left: false };
  const wantedG = prioritiesOf(input.demands).map((priority) =>
    input.demands.reduce((sum, each) => sum + (priorityOf(each) === priority ? each.massG * each.count : 0), 0),
  );
  const boundsG = [...wantedG];
  const plan = (): MinisPlan => ({
    ...best.worth,
    counts: best.counts,
    assignments: assignmentsOf(best.counts, segments, input.demands),
    proven: { ...proven },
    mostG: Math.max(
      best.worth.madeG,
      boundsG.reduce((sum, each) => sum + each, 0),
    ),
  });
  const improve = (goal: MinisGoal) => {
    const share = TIME_SHARES[goal.seek] / (goal.seek === 'grams' ? wantedG.length : 1);
    const take = (counts: MiniCounts) => {
      const worth = worthOf(counts, segments, input);
      if (!fits(counts, segments, input) || compareMinis(worth, best.worth) >= 0) return;
      best = { counts, worth };
      tell?.({ seeking: goal.seek, plan: plan() });
    };
    tell?.({ seeking: goal.seek, plan: plan() });
    const found = solve(highs, input, segments, goal, best.counts, seconds * share, tell && take);
    if (found.counts) take(found.counts);
    return found;
  };
  proven.grams = wantedG.every((wanted, level) => {
    if (best.worth.madeByPriorityG[level]! >= wanted - 1e-6) return true;
    const heldG = best.worth.madeByPriorityG.slice(0, level);
    const found = improve({ seek: 'grams', heldG });
    boundsG[level] = Math.max(best.worth.madeByPriorityG[level]!, Math.min(found.bound, wanted));
    return found.proven;
  });
  if (best.worth.madeG > 0) {
    const allMade = best.worth.madeG >= wantedG.reduce((sum, each) => sum + each, 0) - 1e-6;
    const heldG = best.worth.madeByPriorityG;
    // What all of them take is known; with fewer it depends on which.
    const allG = takenG(
      input.demands.map(({ count }) => count),
      input,
    );
    const fewest = allMade ? parentsNeeded(input.parents, allG) : 1;
    proven.parents = best.worth.openedParents === fewest || improve({ seek: 'parents', heldG }).proven;
    const { openedParents } = best.worth;
    proven.left = improve({ seek: 'left', heldG, openedParents }).proven && proven.parents;
  }
  return plan();
}

/**
 * How many kits can be made, each of so many of each size; at most so many.
 *
 * @throws InputError where the input cannot be
 */
export function kitsPossible(
  highs: Highs,
  input: MinisInput,
  perKit: readonly number[],
  most: number,
  seconds = 5,
): { kits: number; proven: boolean } {
  const segments = segmentsOf(input);
  const start = filledWell(input);
  const found = solve(highs, input, segments, { seek: 'kits', perKit, most }, start, seconds);
  const counts = found.counts ?? start;
  return { kits: Math.min(most, kitsOf(counts, perKit)), proven: found.proven };
}

function solve(
  highs: Highs,
  input: MinisInput,
  segments: readonly Segment[],
  goal: MinisGoal,
  start: MiniCounts,
  seconds: number,
  found?: (counts: MiniCounts) => void,
): { counts: MiniCounts | null; proven: boolean; bound: number } {
  const linear = minisModel(input, segments, goal);
  const sizes = input.demands.length;
  const countsOf = (values: ArrayLike<number>) =>
    segments.map((_, s) => input.demands.map((_, d) => Math.round(values[s * sizes + d]!)));
  return highs.withModel(modelData(highs, linear), (model: Model) => {
    model.options.set({ output_flag: false, time_limit: seconds, mip_rel_gap: 0, mip_abs_gap: 1e-6 });
    model.setSolution({ colValue: minisColumns(start, segments, input, goal) });
    let reportedAt = 0;
    const callbacks: HighsCallbackMap = {
      [highs.constants.callbackType.mipImprovingSolution]({ data }) {
        const now = data.running_time ?? 0;
        if (!data.mip_solution || now - reportedAt < TELL_EVERY_S) return;
        reportedAt = now;
        found!(countsOf(data.mip_solution));
      },
    };
    model.run(found ? callbacks : undefined);
    const values = model.getSolution().colValue;
    return {
      counts: values ? countsOf(values) : null,
      proven: model.getModelStatus() === highs.constants.modelStatus.optimal,
      bound: Number(model.info.get('mip_dual_bound')),
    };
  });
}

/** The model in the solver's own terms, row by row. */
function modelData(highs: Highs, { maximize, columns, rows }: LinearModel) {
  const { variableType, objectiveSense } = highs.constants;
  const finite = (value: number) => (Number.isFinite(value) ? value : Math.sign(value) * highs.infinity);
  const entries = rows.flatMap((row) => row.entries);
  let end = 0;
  return {
    numCols: columns.length,
    numRows: rows.length,
    sense: maximize ? objectiveSense.maximize : objectiveSense.minimize,
    colCost: columns.map(({ cost }) => cost),
    colLower: columns.map(({ lower }) => lower),
    colUpper: columns.map(({ upper }) => finite(upper)),
    rowLower: rows.map(({ lower }) => finite(lower)),
    rowUpper: rows.map(({ upper }) => finite(upper)),
    integrality: columns.map(({ whole }) => (whole ? variableType.integer : variableType.continuous)),
    matrix: {
      format: 'csr' as const,
      numRows: rows.length,
      numCols: columns.length,
      starts: [0, ...rows.map((row) => (end += row.entries.length))],
      indices: entries.map(([column]) => column),
      values: entries.map(([, value]) => value),
    },
  };
}
