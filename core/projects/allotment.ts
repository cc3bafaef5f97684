import { type Estimate, product, sumOf, uniformSd } from '../common/estimate';
import type { KnownGrist } from '../yarn/yarnLength';
import { DEFAULT_TOLERANCE_PERCENT, type Enough, isEnough } from '../yarn/yardage';

/** What there is of one yarn, over all its pieces. */
export interface Stock {
  yarnId: number;
  grist: KnownGrist | null;
  massG: Estimate;
}

/** What one colour of a project takes, and the yarns that it is to come from, the first taken first. */
export interface Need {
  id: number;
  amount: { metres: number } | { grams: number };
  /** The maker's own margin on top, in percent. */
  marginPercent: number;
  /** How much of it is made already, in percent: that yarn is gone from the scale, and from the need. */
  donePercent: number;
  yarnIds: readonly number[];
}

/** How one need stands, when all before it have had theirs. */
export interface NeedStanding {
  needId: number;
  /** What is still to be knitted, with the margin; in metres or in grams, as the need was given. */
  target: number;
  /** What is there for it, in the same unit. */
  available: Estimate;
  enough: Enough;
  /** How much of each yarn it takes, and how much of that yarn earlier needs have spoken for; parts of the whole, 0 to 1. */
  takes: { yarnId: number; share: number; spokenFor: number }[];
  /** Yarns that cannot be counted: no mass, or no grist where metres are asked for. */
  unknown: number[];
}

/**
 * Shares yarns out among needs, first come first served, so that no metre is promised twice. A need takes from its
 * yarns in their order until it has enough; what it takes is no longer there for the needs that come after.
 *
 * @param needs in the order in which they are served
 * @example
 * allot([{ id: 1, amount: { grams: 60 }, marginPercent: 0, donePercent: 0, yarnIds: [7] }],
 *   [{ yarnId: 7, grist: null, massG: { mean: 100, sd: 0.3 }}])[0]?.takes // => [{ yarnId: 7, share: 0.6, spokenFor: 0 }]
 */
export function allot(needs: readonly Need[], stocks: readonly Stock[]): NeedStanding[] {
  const stockOf = new Map(stocks.map((stock) => [stock.yarnId, stock]));
  const spokenFor = new Map<number, number>();
  return needs.map((need): NeedStanding => {
    const target = targetOf(need);
    const takes: NeedStanding['takes'] = [];
    const unknown: number[] = [];
    const amounts: Estimate[] = [];
    let wanted = target;
    for (const yarnId of need.yarnIds) {
      const stock = stockOf.get(yarnId);
      const whole = stock && amountOf(stock, need);
      if (!whole) {
        unknown.push(yarnId);
        continue;
      }
      const gone = spokenFor.get(yarnId) ?? 0;
      const free = Math.max(0, 1 - gone);
      amounts.push({ mean: whole.mean * free, sd: whole.sd * free });
      const share = whole.mean > 0 ? Math.min(free, Math.max(0, wanted) / whole.mean) : 0;
      wanted -= share * whole.mean;
      spokenFor.set(yarnId, gone + share);
      takes.push({ yarnId, share, spokenFor: gone });
    }
    const available = sumOf(amounts);
    return { needId: need.id, target, available, enough: enoughOf(available, target), takes, unknown };
  });
}

/** A need that is all made asks for nothing more. */
function enoughOf(available: Estimate, target: number): Enough {
  if (target <= 0) return { probability: 1, verdict: 'enough', marginM: available.mean };
  return isEnough(available, target, DEFAULT_TOLERANCE_PERCENT);
}

function targetOf({ amount, marginPercent, donePercent }: Need): number {
  const whole = 'metres' in amount ? amount.metres : amount.grams;
  return whole * (1 + marginPercent / 100) * (1 - donePercent / 100);
}

function amountOf({ grist, massG }: Stock, { amount }: Need): Estimate | undefined {
  if (massG.mean <= 0) return undefined;
  if ('grams' in amount) return massG;
  return grist ? product(grist, massG) : undefined;
}

/**
 * One put-up of a yarn, in metres or grams, as sure as bands are.
 *
 * @example
 * Number(onePutUp(180).sd.toFixed(3)) // => 5.196
 */
export function onePutUp(amount: number): Estimate {
  return { mean: amount, sd: uniformSd((DEFAULT_TOLERANCE_PERCENT / 100) * amount) };
}

/** More than this is another project, or a slip of the pen. */
const MOST_BALLS = 500;

/**
 * How many more whole put-ups of one yarn make a need safe ("enough"), and one or more to spare.
 *
 * @param one a put-up of the yarn that is bought, in the need's unit
 * @returns undefined where the band does not say what one is, or no number in reason would do
 * @example
 * ballsToBuy({ available: { mean: 200, sd: 4 }, target: 520, enough: { verdict: 'short', probability: 0, marginM: -320 } },
 *   { mean: 180, sd: 5 }, 1) // => { toReach: 2, spare: 1 }
 */
export function ballsToBuy(
  standing: Pick<NeedStanding, 'available' | 'target' | 'enough'>,
  one: Estimate | undefined,
  spare: number,
): { toReach: number; spare: number } | undefined {
  if (standing.enough.verdict === 'enough') return { toReach: 0, spare: 0 };
  if (!one || one.mean <= 0) return undefined;
  const { available, target } = standing;
  for (let n = 1; n <= MOST_BALLS; n++) {
    // Put-ups of one lot are off together, so their doubts add up like their lengths.
    const withThem = { mean: available.mean + n * one.mean, sd: Math.hypot(available.sd, n * one.sd) };
    if (enoughOf(withThem, target).verdict === 'enough') return { toReach: n, spare };
  }
  return undefined;
}
