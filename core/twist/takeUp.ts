import type { Estimate } from '../common/estimate';
import { learn } from '../bench/calibration';
import { PLY_SHARE, type PlyMethod } from './plying';

/** One strand of a ply: of which yarn, and how long a gram of it is. */
export interface Strand {
  yarnId: number;
  /** m/g */
  grist: Estimate;
}

/**
 * The strands that a ply is made of: both ends of one single are two of it, a chain is three.
 *
 * @example
 * strandsOf('chain', [{ yarnId: 1, grist: { mean: 4, sd: 0 } }]).length // => 3
 */
export function strandsOf(method: PlyMethod, singles: readonly Strand[]): Strand[] {
  const times = method === 'both ends' ? 2 : method === 'chain' ? 3 : 1;
  return singles.flatMap((single) => Array.from({ length: times }, () => single));
}

/**
 * How much shorter a ply is than its strands, against what the angle alone would make: 1 where the two agree. The angle
 * takes the strands for round and hard, and nobody counts the ply twist of every metre, so it is learned from the reel.
 */
export interface TakeUp extends Estimate {
  /** Plies that it was learned from. */
  from: number;
}

/** Until a ply was counted on the reel. */
const STARTING = { mean: 1, sd: 0.4, single: 0.3 };

/** Fibres and the air between them in a strand that lies pressed against another: a rule of thumb. */
const SPUN_G_PER_M3 = 0.5e6;

/** Where the ply twist was not said: a starting share of what singles of this thickness usually have. */
const USUAL_ANGLE_DEG = 25;

/**
 * The share of their length that strands lose by lying at an angle in the ply: 1 less the angle's cosine, with
 * tan(angle) = 2 pi r turns, and r the radius that their middles lie on.
 *
 * @param gristMPerG of one strand
 * @param turnsPerM of the ply; null where nobody said
 * @see calculations.md: ply length
 * @example
 * Number(angleTakeUp(2, 4, 110).toFixed(3)) // => 0.036
 */
export function angleTakeUp(strands: number, gristMPerG: number, turnsPerM: number | null): number {
  const strandM = Math.sqrt(4 / (Math.PI * gristMPerG * SPUN_G_PER_M3));
  const radiusM = strandM / (2 * Math.sin(Math.PI / Math.max(2, strands)));
  const tangent =
    turnsPerM === null ? PLY_SHARE * Math.tan((USUAL_ANGLE_DEG * Math.PI) / 180) : 2 * Math.PI * radiusM * turnsPerM;
  return 1 - 1 / Math.hypot(1, tangent);
}

/**
 * How long a ply is for each metre of its strands, and how sure that is.
 *
 * @example
 * Number(lengthKept([{ yarnId: 1, grist: { mean: 4, sd: 0 } }, { yarnId: 1, grist: { mean: 4, sd: 0 } }], 85, { mean: 1, sd: 0.4, from: 0 }).mean.toFixed(3)) // => 0.978
 */
export function lengthKept(strands: readonly Strand[], turnsPerM: number | null, takeUp: TakeUp): Estimate {
  const gristMPerG = strands.length / strands.reduce((sum, { grist }) => sum + 1 / grist.mean, 0);
  const lost = angleTakeUp(strands.length, gristMPerG, turnsPerM);
  return { mean: 1 - lost * takeUp.mean, sd: lost * takeUp.sd };
}

/**
 * The grist of a ply (m/g): the masses of its strands add up over the same metres, and it is shorter than they are.
 * Strands of one yarn err together.
 *
 * @example
 * Number(gristPlied([{ yarnId: 1, grist: { mean: 4, sd: 0.1 } }, { yarnId: 1, grist: { mean: 4, sd: 0.1 } }], 85, { mean: 1, sd: 0, from: 0 }).mean.toFixed(3)) // => 1.956
 */
export function gristPlied(strands: readonly Strand[], turnsPerM: number | null, takeUp: TakeUp): Estimate {
  const kept = lengthKept(strands, turnsPerM, takeUp);
  const gPerM = strands.reduce((sum, { grist }) => sum + 1 / grist.mean, 0);
  const sdOfYarn = new Map<number, number>();
  for (const { yarnId, grist } of strands)
    sdOfYarn.set(yarnId, (sdOfYarn.get(yarnId) ?? 0) + grist.sd / grist.mean ** 2);
  const mean = kept.mean / gPerM;
  return { mean, sd: mean * Math.hypot(Math.hypot(...sdOfYarn.values()) / gPerM, kept.sd / kept.mean) };
}

/** A ply that was counted on the reel. */
export interface PlyCounted {
  strands: readonly Strand[];
  turnsPerM: number | null;
  /** m/g, as it was counted and weighed. */
  gristMPerG: number;
}

/**
 * What counted plies teach of take-up.
 *
 * @example
 * takeUpLearned([]) // => { mean: 1, sd: 0.4, from: 0 }
 */
export function takeUpLearned(plies: readonly PlyCounted[]): TakeUp {
  const seen = plies.map(({ strands, turnsPerM, gristMPerG }) => {
    const straight = gristPlied(strands, turnsPerM, { mean: 0, sd: 0, from: 0 }).mean;
    const bent = gristPlied(strands, turnsPerM, { mean: 1, sd: 0, from: 0 }).mean;
    return (straight - gristMPerG) / (straight - bent);
  });
  const { mean, sd, from } = learn(
    // A ply longer than its strands was measured wrongly, or they were: it teaches nothing.
    seen.filter((value) => Number.isFinite(value) && value > 0 && value < 4),
    STARTING,
  );
  return { mean, sd, from };
}
