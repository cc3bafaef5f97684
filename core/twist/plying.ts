import { InputError } from '../common/inputError';
import { readingSd } from '../common/estimate';
import { requirePositive, requireWithin } from '../common/require';
import {
  afterSteps,
  type Leaving,
  type OwnTwist,
  type PackageSide,
  signedTurns,
  type StrandState,
  type TwistDirection,
} from './twist';
import { asLong, stretchOf, turnsWithin, type TwistChange } from './twistChange';
import { strandAngleDeg } from './twistSeverity';

/** How strands come together: both ends of one package, one end of each of several, from turning bobbins, or one in a chain. */
export const PLY_METHODS = ['both ends', 'two cakes', 'bobbins', 'chain'] as const;
export type PlyMethod = (typeof PLY_METHODS)[number];

/** How many packages can be plied in one go: more, and no hand keeps them apart. */
const STRAND_NAMES = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth'] as const;
export const MOST_STRANDS = STRAND_NAMES.length;

/** What one strand gets along the ply, by metres plied. */
export interface PlyStrand {
  name: 'from the centre' | 'from the outside' | (typeof STRAND_NAMES)[number] | 'each of the three';
  change: TwistChange;
}

export interface Plied {
  pliedM: number;
  strands: PlyStrand[];
  /** What remains of the longest single. */
  leftoverM: number;
  /** Times that the outer strand circles the inner one; null where neither does. */
  circling: TwistChange | null;
}

export interface PlyInput {
  method: PlyMethod;
  /** The packages, as their strands lie: one, or several. */
  packages: readonly StrandState[];
  /** How each leaves, where it is not both ends of one: standing and pulled over an end, or turning. */
  from: Leaving;
  /** At which side both ends of one are pulled. */
  side: PackageSide;
  gristMPerG: number;
}

/**
 * What plying does to the twist of each single, by the way that they come together.
 *
 * @throws InputError where a way cannot be
 * @example
 * plied({ method: 'bobbins', packages: [{ change: { lengthM: 90, wraps: [] }, lies: { as: 'loop' }, turnedRound: true }, { change: { lengthM: 86, wraps: [] }, lies: { as: 'loop' }, turnedRound: true }], from: { mode: 'rotating' }, side: 'near', gristMPerG: 4 }).leftoverM // => 4
 */
export function plied({ method, packages, from, side, gristMPerG }: PlyInput): Plied {
  const [first] = packages;
  if (!first) throw new InputError('choose what is to be plied', 'packages');
  const off = (state: StrandState, leaving: Leaving) => afterSteps(state, [{ from: leaving }], gristMPerG).change;
  switch (method) {
    case 'both ends': {
      const pliedM = first.change.lengthM / 2;
      const half = (end: 'inner' | 'outer') => stretchOf(off(first, { mode: 'over-end', end, side }), 0, pliedM);
      const [inner, outer] = [half('inner'), half('outer')];
      return {
        pliedM,
        strands: [
          { name: 'from the centre', change: inner },
          { name: 'from the outside', change: outer },
        ],
        leftoverM: 0,
        // Only what this pulling does: what it was changed by before does not go round anything.
        circling: { lengthM: pliedM, wraps: outer.wraps.slice(-1) },
      };
    }
    case 'two cakes':
    case 'bobbins': {
      if (packages.length < 2) throw new InputError('choose a second strand', 'packages');
      if (packages.length > MOST_STRANDS) throw new InputError(`at most ${MOST_STRANDS} strands`, 'packages');
      const leaving: Leaving = method === 'bobbins' ? { mode: 'rotating' } : from;
      const strands = packages.map((state) => off(state, leaving));
      const lengths = strands.map(({ lengthM }) => lengthM);
      const pliedM = Math.min(...lengths);
      return {
        pliedM,
        strands: strands.map((change, i) => ({ name: STRAND_NAMES[i]!, change: stretchOf(change, 0, pliedM) })),
        leftoverM: Math.max(...lengths) - pliedM,
        circling: null,
      };
    }
    case 'chain': {
      const pliedM = first.change.lengthM / 3;
      return {
        pliedM,
        strands: [{ name: 'each of the three', change: asLong(off(first, from), pliedM) }],
        leftoverM: 0,
        circling: null,
      };
    }
  }
}

/**
 * By how much the two strands of a ply differ: the first less the second, at every place along it.
 *
 * @example
 * gapOf([{ lengthM: 4, wraps: [{ sense: 1, start: 1, perM: 0 }] }, { lengthM: 4, wraps: [] }]).wraps // => [{ sense: 1, start: 1, perM: 0 }]
 */
export function gapOf([first, second]: readonly [TwistChange, TwistChange]): TwistChange {
  return {
    lengthM: first.lengthM,
    wraps: [...first.wraps, ...second.wraps.map((each) => ({ ...each, sense: -each.sense }))],
  };
}

/** A chain, loop by loop. */
export interface ChainLoops {
  loops: number;
  /** Of the single that goes into each. */
  singleM: number;
}

/**
 * The loops of a chain: each is pulled through the one before it, so three strands of its length lie side by side, and each
 * of them is a third of the single.
 *
 * @param pliedM what the chain comes to, its take-up aside
 * @throws InputError at `loopM`
 * @example
 * chainLoops(30, 0.4) // => { loops: 75, singleM: 1.2000000000000002 }
 */
export function chainLoops(pliedM: number, loopM: number): ChainLoops {
  requireWithin(loopM, 0.05, 5, 'loopM');
  return { loops: Math.max(1, Math.round(pliedM / loopM)), singleM: 3 * loopM };
}

/** A starting rule for a balanced ply: this share of the singles' twist. */
export const PLY_SHARE = 2 / 3;

/**
 * A ply twist to begin with: against the singles' own, and a share of it. A fold-back sample decides.
 *
 * @param strands what each single has been changed by, along the ply
 * @param share of the singles' twist, a rule of thumb
 * @throws InputError where the share is not between 0.2 and 1.5
 * @example
 * plyTwistToStart({ direction: 'Z', turnsPerM: 330 }, [], PLY_SHARE) // => { direction: 'S', turnsPerM: 220 }
 */
export function plyTwistToStart(single: OwnTwist, strands: readonly TwistChange[], share: number): OwnTwist {
  requireWithin(share, 0.2, 1.5, 'share');
  const meanChange =
    strands.reduce((sum, change) => sum + turnsWithin(change, 0, change.lengthM) / change.lengthM, 0) /
    Math.max(1, strands.length);
  const singles = signedTurns(single) + meanChange;
  return { direction: opposite(single.direction), turnsPerM: Math.abs(singles) * share };
}

/**
 * Plied against the way it was spun.
 *
 * @example
 * opposite('Z') // => 'S'
 */
export function opposite(direction: TwistDirection): TwistDirection {
  return direction === 'Z' ? 'S' : 'Z';
}

/**
 * Turns per metre that were counted over a short length: of a strand that was untwisted until its fibres or plies lay
 * straight, or of a single that folded back on itself and so shows the ply twist at which it rests.
 *
 * @throws InputError where a count or a length cannot be
 * @example
 * turnsPerMCounted(45, 250) // => 180
 */
export function turnsPerMCounted(turns: number, lengthMm: number): number {
  requirePositive(turns, 'turns');
  requireWithin(lengthMm, 10, 5000, 'lengthMm');
  return requireWithin(turns / (lengthMm / 1000), 0.1, 3000, 'turns');
}

/** How lively a single is, by the angle of its fibres: a rule of thumb. */
export type Liveliness = 'low' | 'middling' | 'high';

/** Degrees of the fibres on the outside of a single. */
const LOW_BELOW_DEG = 20;
const HIGH_ABOVE_DEG = 35;

/**
 * Whether a single is softly or hardly twisted for its thickness.
 *
 * @example
 * livelinessOf({ direction: 'Z', turnsPerM: 400 }, 0.9) // => 'high'
 */
export function livelinessOf({ turnsPerM }: OwnTwist, diameterMm: number): Liveliness {
  const angle = strandAngleDeg(turnsPerM, diameterMm);
  if (angle < LOW_BELOW_DEG) return 'low';
  return angle > HIGH_ABOVE_DEG ? 'high' : 'middling';
}

/** A hand-spun single is finer here and coarser there: two halves of one mass differ in length by about so much. */
const HALVES_DIFFER = 0.04;

/**
 * What to expect to be left over on one of two bobbins that a single was split over by mass, in metres: the mean of
 * how much longer one comes out, from the scale and from a single that is not the same throughout.
 *
 * @param massG of both together
 * @see the mean of |x| of a normal x is sd x sqrt(2 / pi)
 * @example
 * Math.round(leftoverExpectedM({ massG: 96, gristMPerG: 4.1, resolutionG: 1 })) // => 7
 */
export function leftoverExpectedM({
  massG,
  gristMPerG,
  resolutionG,
}: {
  massG: number;
  gristMPerG: number;
  resolutionG: number;
}): number {
  requirePositive(massG, 'massG');
  const bySplit = 2 * readingSd(requirePositive(resolutionG, 'resolutionG'));
  const byGrist = HALVES_DIFFER * (massG / 2);
  return Math.hypot(bySplit, byGrist) * gristMPerG * Math.sqrt(2 / Math.PI);
}

/**
 * From what place of the ply on the outer strand goes round markedly more often than at first, so that the ball turns
 * in the hand; null where it nowhere does.
 *
 * @example
 * twistsUpFromM({ lengthM: 100, wraps: [{ sense: 1, start: 0.0025, perM: 0 }] }) // => null
 */
export function twistsUpFromM({ lengthM, wraps }: TwistChange): number | null {
  const [outer] = wraps;
  if (!outer) return null;
  // 1/r has grown by the factor where r^2 has shrunk by its square, in a ball r^3 by its cube.
  const atM = (outer.start * (1 / MARKEDLY ** (outer.ball ? 3 : 2) - 1)) / outer.perM;
  return outer.perM < 0 && atM < lengthM ? atM : null;
}

const MARKEDLY = 1.2;
