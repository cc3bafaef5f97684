import { InputError } from '../common/inputError';
import { requirePositive, requireWithin } from '../common/require';
import { type OwnTwist, type TwistDirection } from './twist';

/** What a wheel or a spindle does, as its whorl is now. */
export interface Drive {
  /** Turns put into the yarn by each treadle or roll, slip aside. */
  turnsEach: number;
  /** Share of them that is lost where the band slips, 0 to 0.5. */
  slip: number;
}

/**
 * The turns that a whorl gives for each turn of the drive wheel, by their diameters.
 *
 * @throws InputError where the whorl is not smaller than the wheel
 * @example
 * ratioOfDiameters(500, 62.5) // => 8
 */
export function ratioOfDiameters(driveMm: number, whorlMm: number): number {
  requirePositive(whorlMm, 'whorlMm');
  if (!(driveMm > whorlMm)) throw new InputError('the drive wheel must be larger than its whorl', 'driveMm');
  return driveMm / whorlMm;
}

/**
 * By how much a band slips: what was counted against what the whorl should give.
 *
 * @returns a share, 0 to 0.5
 * @throws InputError where more was counted than can be, or less than half
 * @example
 * slipSeen(76, 80) // => 0.050000000000000044
 */
export function slipSeen(countedTurns: number, expectedTurns: number): number {
  requirePositive(expectedTurns, 'expectedTurns');
  return requireWithin(1 - countedTurns / expectedTurns, 0, 0.5, 'countedTurns');
}

/**
 * Treadles, or rolls, that put a wanted twist into one draw.
 *
 * @example
 * treadlesFor(400, 0.3, { turnsEach: 8, slip: 0 }) // => 15
 */
export function treadlesFor(turnsPerM: number, drawM: number, { turnsEach, slip }: Drive): number {
  return (requirePositive(turnsPerM, 'turnsPerM') * requirePositive(drawM, 'drawM')) / turnsGiven({ turnsEach, slip });
}

/**
 * The twist that so many treadles put into one draw: the other way round.
 *
 * @example
 * twistOfTreadles(15, 0.3, { turnsEach: 8, slip: 0 }) // => 400
 */
export function twistOfTreadles(treadles: number, drawM: number, drive: Drive): number {
  return (requirePositive(treadles, 'treadles') * turnsGiven(drive)) / requirePositive(drawM, 'drawM');
}

function turnsGiven({ turnsEach, slip }: Drive): number {
  return requirePositive(turnsEach, 'turnsEach') * (1 - requireWithin(slip, 0, 0.5, 'slip'));
}

/** How one whorl comes to a wanted twist with whole treadles. */
export interface WhorlChoice extends Drive {
  /** As it works out. */
  treadles: number;
  /** As they are counted. */
  whole: number;
  /** What those put in, in turns per metre. */
  turnsPerM: number;
}

/** Fewer are hard to keep even, since one more or less is too much; more are hard to count. */
const COUNTED = { fewest: 4, most: 24 };

/**
 * The whorls of a wheel for a wanted twist, the one that comes nearest with a number of treadles that can be counted first.
 *
 * @example
 * whorlsFor(400, 0.3, [{ turnsEach: 6, slip: 0 }, { turnsEach: 8, slip: 0 }])[0]?.whole // => 20
 * @example
 * whorlsFor(400, 0.3, [{ turnsEach: 7, slip: 0 }, { turnsEach: 8, slip: 0 }])[0]?.turnsEach // => 8
 */
export function whorlsFor(turnsPerM: number, drawM: number, drives: readonly Drive[]): WhorlChoice[] {
  return drives
    .map((drive) => {
      const treadles = treadlesFor(turnsPerM, drawM, drive);
      const whole = Math.max(1, Math.round(treadles));
      return { ...drive, treadles, whole, turnsPerM: twistOfTreadles(whole, drawM, drive) };
    })
    .sort((a, b) => awkward(a) - awkward(b) || off(a) - off(b));

  function off(choice: WhorlChoice): number {
    return Math.abs(choice.turnsPerM - turnsPerM);
  }
}

const awkward = ({ whole }: WhorlChoice) => (whole < COUNTED.fewest || whole > COUNTED.most ? 1 : 0);

/**
 * The twist at which the fibres on the outside of a yarn lie at an angle, by how thick its wraps say it is.
 *
 * @param angleDeg of the fibres to the yarn's own line
 * @throws InputError at `angleDeg` or `wpi`
 * @example
 * Math.round(twistOfAngle(20, 25)) // => 117
 */
export function twistOfAngle(wpi: number, angleDeg: number): number {
  requireWithin(angleDeg, 1, 60, 'angleDeg');
  const diameterM = 0.0254 / requirePositive(wpi, 'wpi');
  return Math.tan((angleDeg * Math.PI) / 180) / (Math.PI * diameterM);
}

/** What a skein that hangs by itself tells. */
export interface HungTwist {
  /** At least so much too much of one twist: bending and weight hide the rest. */
  turnsPerM: number;
  /** The twist that there is too much of. */
  direction: TwistDirection;
}

/**
 * What a skein that was hung from a finger tells: its two sides go round each other until they rest, against the twist
 * that the yarn has too much of.
 *
 * @param loopM once round the skein
 * @param halfTurns of its lower end
 * @param sidesLean which way the two sides lie round each other: like the middle stroke of an S, or of a Z
 * @returns null where it does not turn: it is balanced
 * @throws InputError at `halfTurns` below zero
 * @example
 * hungTwist(1.5, 3, 'Z') // => { turnsPerM: 2, direction: 'S' }
 * @example
 * hungTwist(1.5, 0, 'Z') // => null
 */
export function hungTwist(loopM: number, halfTurns: number, sidesLean: TwistDirection): HungTwist | null {
  requirePositive(loopM, 'loopM');
  requireWithin(halfTurns, 0, 200, 'halfTurns');
  if (halfTurns === 0) return null;
  // k whole turns over half the loop: each of its sides gave up as many, 2 k / C to a metre.
  return { turnsPerM: halfTurns / loopM, direction: sidesLean === 'Z' ? 'S' : 'Z' };
}

/** What to do about a ply that hangs askew. */
export interface HungRemedy {
  what: 'add' | 'take';
  /** In turns per metre, of the twist that it was plied with. */
  turnsPerM: number;
  /** The way in which the wheel turns for it. */
  wheelTurns: TwistDirection;
}

/**
 * Too much of the ply's own twist is taken out, too much of the other is made up for by more of it.
 *
 * @example
 * hungRemedy({ turnsPerM: 12, direction: 'S' }, 'S') // => { what: 'take', turnsPerM: 12, wheelTurns: 'Z' }
 * @example
 * hungRemedy({ turnsPerM: 12, direction: 'Z' }, 'S') // => { what: 'add', turnsPerM: 12, wheelTurns: 'S' }
 */
export function hungRemedy({ turnsPerM, direction }: HungTwist, plied: OwnTwist['direction']): HungRemedy {
  const what = direction === plied ? 'take' : 'add';
  return { what, turnsPerM, wheelTurns: direction === 'S' ? 'Z' : 'S' };
}
