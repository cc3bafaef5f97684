import type { Highs, Model } from 'highs';
import {
  assignmentsOf,
  compareMinis,
  fits,
  type MiniAssignment,
  type MiniCounts,
  type MinisInput,
  type MinisWorth,
  parentsNeeded,
  type Segment,
  segmentsOf,
  takenG,
  worthOf,
} from '../core/minis';
import { filledWell } from '../core/minisByHand';
import { type LinearModel, minisColumns, type MinisGoal, minisModel } from '../core/minisModel';

/** The best plan that was found, and what is known of how good it is. */
export interface MinisPlan extends MinisWorth {
  assignments: MiniAssignment[];
  /** Whether nothing better can be: in grams, in parents opened, in the leftover, one after another. */
  proven: { grams: boolean; parents: boolean; left: boolean };
  /** No plan makes more grams than this. */
  mostG: number;
}

interface Best {
  counts: MiniCounts;
  worth: MinisWorth;
}

/** Shares of the time that each goal may take. */
const TIME_SHARES: Record<MinisGoal['seek'], number> = { grams: 0.4, parents: 0.4, left: 0.2 };

let solver: Promise<Highs> | undefined;

/**
 * The best minis to make of what there is: as many grams as possible, then out of as few parents as possible, then
 * with as large a stretch left whole as possible.
 *
 * @param seconds after which the best that was found is taken, proven or not
 * @throws InputError where the input cannot be
 */
export async function minisPlan(input: MinisInput, seconds = 10): Promise<MinisPlan> {
  const segments = segmentsOf(input);
  // Loaded only for this: every other calculation does without.
  const highs = await (solver ??= import('highs').then(({ default: load }) => load()));
  const start = filledWell(input);
  let best: Best = { counts: start, worth: worthOf(start, segments, input) };
  const proven = { grams: false, parents: false, left: false };
  const improve = (goal: MinisGoal) => {
    const found = solve(highs, input, segments, goal, best.counts, seconds * TIME_SHARES[goal.seek]);
    const worth = found.counts && worthOf(found.counts, segments, input);
    if (found.counts && worth && fits(found.counts, segments, input) && compareMinis(worth, best.worth) <= 0)
      best = { counts: found.counts, worth };
    return found;
  };
  const wanted = input.demands.map(({ count }) => count);
  const wantedG = takenG(wanted, { ...input, cutLossG: 0 });
  const allMade = () => best.worth.madeG >= wantedG - 1e-6;
  const grams = allMade() ? { proven: true, bound: wantedG } : improve({ seek: 'grams' });
  proven.grams = grams.proven;
  const { madeG } = best.worth;
  if (madeG > 0) {
    // What all of them take is known; with fewer it depends on which.
    const fewest = allMade() ? parentsNeeded(input.parents, takenG(wanted, input)) : 1;
    proven.parents = best.worth.openedParents === fewest || improve({ seek: 'parents', madeG }).proven;
    proven.left = improve({ seek: 'left', madeG, openedParents: best.worth.openedParents }).proven && proven.parents;
  }
  return {
    ...best.worth,
    assignments: assignmentsOf(best.counts, segments, input.demands),
    proven,
    mostG: Math.max(madeG, Math.min(grams.bound, wantedG)),
  };
}

function solve(
  highs: Highs,
  input: MinisInput,
  segments: readonly Segment[],
  goal: MinisGoal,
  start: MiniCounts,
  seconds: number,
): { counts: MiniCounts | null; proven: boolean; bound: number } {
  const linear = minisModel(input, segments, goal);
  return highs.withModel(modelData(highs, linear), (model: Model) => {
    model.options.set({ output_flag: false, time_limit: seconds, mip_rel_gap: 0, mip_abs_gap: 1e-6 });
    model.setSolution({ colValue: minisColumns(start, segments, input, goal) });
    model.run();
    const status = model.getModelStatus();
    const bound = model.info.get('mip_dual_bound');
    const values = model.getSolution().colValue;
    const sizes = input.demands.length;
    return {
      counts: values ? segments.map((_, s) => input.demands.map((_, d) => Math.round(values[s * sizes + d]!))) : null,
      proven: status === highs.constants.modelStatus.optimal,
      bound: Number(bound),
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
