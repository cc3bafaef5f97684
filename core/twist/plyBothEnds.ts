import type { CakeShape } from '../bench/cake';
import { requirePositive } from '../common/require';
import { laidBy, type OwnTwist, type PackageSide, type Round, signedTurns, wrapsOff } from './twist';
import { changeAt, type TwistChange, unchanged, wrapped } from './twistChange';

export interface PlyBothEndsInput extends CakeShape {
  massG: number;
  gristMPerG: number;
  /** The turning of the spindle that the cake was wound on, seen from the near side. */
  direction: Round;
  /** Both ends are pulled at the same side. */
  side: PackageSide;
  single: OwnTwist;
}

export interface PlyPoint {
  /** Metres plied so far. */
  atM: number;
  /** The twist that each single has there; Z is positive. */
  innerTurnsPerM: number;
  outerTurnsPerM: number;
  /** Times that the outer strand has circled the inner one, per metre. */
  strandWrapTurnsPerM: number;
}

/**
 * What each single gets where both ends of one standing cake are plied together, at the start, the end and between.
 *
 * @throws InputError where a figure is impossible
 * @see calculations.md, ply-both-ends
 * @example
 * plyBothEnds({ massG: 96, gristMPerG: 4.1, coreDiameterMm: 24, heightMm: 68, densityGPerCm3: 0.3, direction: 'cw', side: 'near', single: { direction: 'Z', turnsPerM: 220 } }).points[0].innerTurnsPerM // => 206.7370880756754
 */
export function plyBothEnds(input: PlyBothEndsInput): { points: PlyPoint[] } {
  const { massG, gristMPerG, direction, side, single } = input;
  requirePositive(massG, 'massG');
  requirePositive(gristMPerG, 'gristMPerG');
  requirePositive(single.turnsPerM, 'single.turnsPerM');
  const lengthM = massG * gristMPerG;
  const laid = laidBy({ ...input, mode: 'spindle', direction }, gristMPerG, '');
  const off = (end: 'inner' | 'outer'): TwistChange =>
    wrapped(unchanged(lengthM), wrapsOff(laid, lengthM, { end, side }));
  const [inner, outer] = [off('inner'), off('outer')];
  const own = signedTurns(single);
  return {
    points: Array.from({ length: PARTS + 1 }, (_, i) => {
      const atM = (i / PARTS) * (lengthM / 2);
      const circling = changeAt(outer, atM);
      return {
        atM,
        innerTurnsPerM: own + changeAt(inner, atM),
        outerTurnsPerM: own + circling,
        strandWrapTurnsPerM: circling,
      };
    }),
  };
}

const PARTS = 4;
