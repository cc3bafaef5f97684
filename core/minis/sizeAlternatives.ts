import { isOfYarn, madeOfEach, type MinisInput, segmentsOf } from './minis';
import { filledWell } from './minisByHand';

/** Another size in place of one that is wanted, and what it would bring. */
export interface SizeAlternative {
  demandId: string;
  massG: number;
  /** So many more of it; 0: as many, and each a little larger. */
  more: number;
}

/** A size is changed by no more than this: beyond it is another thing. */
const MOST_CHANGE = 0.15;

/** Sizes are told to so many grams. */
const STEP_G = 0.1;

/**
 * What if a size were a little smaller, or a little larger? The largest smaller size that makes more of it, and the
 * largest that makes as many, so that less is left over. Sizes that are made as often as they are wanted can only grow.
 *
 * Each is tried with `filledWell` on the whole plan, which may fall short of the best: it is held against what the plan
 * really makes, so that nothing is promised that is there already. The other sizes stay as they are.
 *
 * @param madeNow how many the plan makes of each size
 * @example
 * sizeAlternatives({ parents: [{ id: 'a', massG: 104 }], demands: [{ id: 'm', massG: 12, count: 20 }], cutLossG: 0.2 }, [8]) // => [{ demandId: 'm', massG: 11.3, more: 1 }, { demandId: 'm', massG: 12.8, more: 0 }]
 */
export function sizeAlternatives(input: MinisInput, madeNow: readonly number[]): SizeAlternative[] {
  return input.demands.flatMap((demand, d) => {
    const made = madeNow[d]!;
    const sizes = sizesThatFit(input, d);
    const candidate = (massG: number) => {
      const demands = input.demands.map((each, i) => (i === d ? { ...each, massG } : each));
      const all = madeWell({ ...input, demands });
      // Not at the cost of another size.
      const keepsOthers = all.every((count, i) => i === d || count >= madeNow[i]!);
      return keepsOthers ? all[d]! : -1;
    };
    const smaller = sizes.filter((massG) => massG < demand.massG).slice(0, MOST_CANDIDATES);
    const larger = sizes.filter((massG) => massG > demand.massG).slice(-MOST_CANDIDATES);
    const more = made < demand.count ? bestSmaller(smaller, candidate, made) : undefined;
    const same = made === 0 ? undefined : larger.find((massG) => candidate(massG) >= made);
    return [
      ...(more ? [{ demandId: demand.id, massG: more.massG, more: more.made - made }] : []),
      ...(same === undefined ? [] : [{ demandId: demand.id, massG: same, more: 0 }]),
    ];
  });
}

const MOST_CANDIDATES = 12;

/** The largest size that makes more; sizes come from the largest down. */
function bestSmaller(sizes: readonly number[], candidate: (massG: number) => number, made: number) {
  for (const massG of sizes) {
    const now = candidate(massG);
    if (now > made) return { massG, made: now };
  }
  return undefined;
}

/** Sizes at which one more, or as many, just fit into some segment; the largest first. */
function sizesThatFit(input: MinisInput, d: number): number[] {
  const demand = input.demands[d]!;
  const sizes = segmentsOf(input)
    .filter((segment) => isOfYarn(demand, segment))
    .flatMap(({ massG }) => {
      const fit = Math.floor(massG / (demand.massG + input.cutLossG) + 1e-9);
      return [fit + 1, fit].flatMap((many) => {
        if (many < 1) return [];
        const size = Math.floor((massG / many - input.cutLossG) / STEP_G + 1e-6) * STEP_G;
        return Math.abs(size / demand.massG - 1) <= MOST_CHANGE ? [Number(size.toFixed(1))] : [];
      });
    });
  return [...new Set(sizes)].sort((a, b) => b - a);
}

function madeWell(input: MinisInput): number[] {
  return madeOfEach(filledWell(input), input.demands.length);
}
