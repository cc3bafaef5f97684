import { type CakeShape, DENSITY_WOUND_ONCE, requireShape, wrapOf } from '../bench/cake';
import type { PackageEnd } from '../yarn/faults';
import { InputError } from '../common/inputError';
import { requirePositive, requireWithin } from '../common/require';
import {
  changeAt,
  fromOtherEnd,
  reversed,
  roundLoop,
  turnsWithin,
  type TwistChange,
  unchanged,
  wrapped,
  type Wraps,
} from './twistChange';
import { inMetres, MILLIMETRES_PER_INCH, parseNumber, type UnitSystem } from '../common/units';

/** The way the strand leans, like the middle stroke of the letter. */
export type TwistDirection = 'S' | 'Z';

/** Which way round: clockwise, anticlockwise. */
export type Round = 'cw' | 'ccw';

/** The side of a package that faced up while it was wound is the near one, the other the far one. */
export const PACKAGE_SIDES = ['near', 'far'] as const;
export type PackageSide = (typeof PACKAGE_SIDES)[number];

/** How a strand leaves what it is on. */
export type Leaving =
  /** What it is on turns, and so it is not twisted. */
  | { mode: 'rotating' }
  /** An open hank that stands still; direction as seen from the side that it is pulled to. */
  | { mode: 'stationary-loop'; loopM: number; direction: Round }
  /** Over the end of a package that stands still. */
  | { mode: 'over-end'; end: PackageEnd; side: PackageSide };

/** What of a package can be got at; where it is not said, all of it. */
export interface Access {
  /** A ball that was begun without a tail has its inner end buried. */
  innerEnd?: 'free' | 'buried';
  /** A package on a dish or a closed tube gives nothing from its far side. */
  farSide?: 'open' | 'closed';
}

/** How a strand is laid. */
export type Laying =
  /** The spindle turns, seen from the near side. */
  | ({ mode: 'spindle'; direction: Round } & CakeShape & Access)
  /** The hand goes round a core that stands, seen from its free end, which is the near side. */
  | ({ mode: 'carried'; direction: Round } & CakeShape & Access)
  /** Onto a reel that turns, or carried round one that stands. */
  | { mode: 'reel'; loopM: number; carried?: boolean; direction?: Round };

/** One thing that was done: taken from what it was on, and laid on the next; the last step lays it nowhere, it is used. */
export interface TwistStep {
  from: Leaving;
  onto?: Laying;
}

export interface OwnTwist {
  direction: TwistDirection;
  turnsPerM: number;
}

export interface TwistInput {
  lengthM: number;
  gristMPerG: number;
  /** Where it is not known, the change alone can be told. */
  yarn?: OwnTwist;
  steps: readonly TwistStep[];
}

export interface TwistResult {
  /** Z is positive. */
  netTurns: number;
  meanTurnsPerM: number;
  /** At the end that left the hank first, in the middle, at the other end, and after a tenth. */
  startTurnsPerM: number;
  middleTurnsPerM: number;
  endTurnsPerM: number;
  tenthTurnsPerM: number;
  /** Of the yarn's own twist; above zero it gains. */
  changePercentAtStart?: number;
  changePercentAtEnd?: number;
}

/**
 * What a row of steps does to a yarn's twist.
 *
 * @throws InputError at the step that cannot be
 * @see calculations.md, twist
 * @example
 * twist({ lengthM: 393.6, gristMPerG: 4.1, yarn: { direction: 'S', turnsPerM: 180 }, steps: [{ from: { mode: 'rotating' }, onto: { mode: 'spindle', direction: 'cw', coreDiameterMm: 24, heightMm: 68 } }, { from: { mode: 'over-end', end: 'inner', side: 'near' } }] }).netTurns // => -2385.4731517077034
 */
export function twist({ lengthM, gristMPerG, yarn, steps }: TwistInput): TwistResult {
  requirePositive(lengthM, 'lengthM');
  requirePositive(gristMPerG, 'gristMPerG');
  if (yarn) requireWithin(yarn.turnsPerM, 0, MOST_TURNS_PER_M, 'yarn.turnsPerM');
  if (steps.length === 0) throw new InputError('there must be at least one step', 'steps');
  const { change, turnedRound } = afterSteps(
    { change: unchanged(lengthM), lies: { as: 'loop' }, turnedRound: true },
    steps,
    gristMPerG,
  );
  // Told from the end that left the hank first.
  const reported = turnedRound ? reversed(change) : change;
  const netTurns = turnsWithin(reported, 0, lengthM);
  const startTurnsPerM = changeAt(reported, 0);
  const endTurnsPerM = changeAt(reported, lengthM);
  return {
    netTurns,
    meanTurnsPerM: netTurns / lengthM,
    startTurnsPerM,
    middleTurnsPerM: changeAt(reported, lengthM / 2),
    endTurnsPerM,
    tenthTurnsPerM: changeAt(reported, lengthM / 10),
    ...(yarn &&
      yarn.turnsPerM > 0 && {
        changePercentAtStart: percentOfOwn(startTurnsPerM, yarn),
        changePercentAtEnd: percentOfOwn(endTurnsPerM, yarn),
      }),
  };
}

/** More turns than any yarn has. */
const MOST_TURNS_PER_M = 3000;

/**
 * A change of twist in percent of the yarn's own: above zero it gains, below it loses.
 *
 * @param changePerM turns per metre, Z positive
 * @example
 * percentOfOwn(-9, { direction: 'S', turnsPerM: 180 }) // => 5
 */
export function percentOfOwn(changePerM: number, own: OwnTwist): number {
  return (100 * changePerM) / signedTurns(own);
}

/**
 * A yarn's own twist with its sign: Z positive, S negative.
 *
 * @example
 * signedTurns({ direction: 'S', turnsPerM: 180 }) // => -180
 */
export function signedTurns({ direction, turnsPerM }: OwnTwist): number {
  return direction === 'Z' ? turnsPerM : -turnsPerM;
}

/**
 * The letter that a change leans like.
 *
 * @example
 * letterOf(-4) // => 'S'
 */
export function letterOf(turnsPerM: number): TwistDirection {
  return turnsPerM < 0 ? 'S' : 'Z';
}

/** How a strand lies just now. */
export type Lying =
  /** In a loop: a hank, a skein, on a reel; `free` ends lie on the outside. */
  { as: 'loop' } | ({ as: 'package'; laid: LaidOn | null } & Access);

/** How a package is wound, from its inner end and seen from its near side. */
export type LaidOn = Wraps;

/** A strand in the middle of its steps. */
export interface StrandState {
  /** In the order in which it lies: from the inner end of a package. */
  change: TwistChange;
  lies: Lying;
  /** The end that left the hank first is now the one that lies outside, and leaves last from a centre. */
  turnedRound: boolean;
}

/**
 * A strand after some steps, as it lies then, or as it leaves for use where the last step lays it nowhere.
 *
 * A step's change is added in the order of leaving. What is taken from a loop or from anything that turns leaves by
 * the end that lies outside, as does what is taken over the end from outside; only from an inner end the order stays.
 *
 * @throws InputError at the step that cannot be
 * @example
 * afterSteps({ change: { lengthM: 50, wraps: [] }, lies: { as: 'loop' }, turnedRound: false }, [{ from: { mode: 'rotating' } }], 4).turnedRound // => true
 */
export function afterSteps(
  start: StrandState,
  steps: readonly TwistStep[],
  gristMPerG: number,
  path = 'steps',
): StrandState {
  return steps.reduce((state, { from, onto }, i) => {
    const left = afterLeaving(state, from, `${path}.${i}.from`);
    if (onto) return afterLaying(left, onto, gristMPerG, `${path}.${i}.onto`);
    if (i < steps.length - 1)
      throw new InputError('only the last step can leave it unsaid what the yarn goes onto', `${path}.${i}.onto`);
    return left;
  }, start);
}

function afterLeaving({ change, lies, turnedRound }: StrandState, from: Leaving, path: string): StrandState {
  switch (from.mode) {
    case 'rotating':
      return { change: reversed(change), lies, turnedRound: !turnedRound };
    case 'stationary-loop': {
      requirePositive(from.loopM, `${path}.loopM`);
      if (lies.as !== 'loop')
        throw new InputError('this is wound on a package, not open in a loop; it leaves over the end', `${path}.mode`);
      return {
        change: wrapped(reversed(change), roundLoop(senseOf(from.direction), from.loopM)),
        lies,
        turnedRound: !turnedRound,
      };
    }
    case 'over-end': {
      requireReachable(lies, from, path);
      const laid = lies.as === 'package' ? lies.laid : null;
      if (!laid)
        throw new InputError('which way it was wound is not known, so neither is what leaves it', `${path}.mode`);
      const wraps = wrapsOff(laid, change.lengthM, from);
      return from.end === 'inner'
        ? { change: wrapped(change, wraps), lies, turnedRound }
        : { change: wrapped(reversed(change), wraps), lies, turnedRound: !turnedRound };
    }
  }
}

function requireReachable(lies: Lying, { end, side }: Extract<Leaving, { mode: 'over-end' }>, path: string): void {
  if (lies.as === 'loop')
    throw new InputError(
      'a hank has no end to pull over: it turns on a swift, or stands still as a loop',
      `${path}.mode`,
    );
  if (end === 'inner' && lies.innerEnd === 'buried')
    throw new InputError(
      'its inner end is buried: it was wound without a tail, so it gives only from outside',
      `${path}.end`,
    );
  if (side === 'far' && lies.farSide === 'closed')
    throw new InputError('its far side is closed: nothing can be pulled out there', `${path}.side`);
}

/**
 * The wraps that a strand makes as it is pulled over the end of a package that stands, in the order of leaving.
 * From the inner end it comes off the way it was laid, from the outer end the other way; from the far side the sign flips.
 *
 * @example
 * wrapsOff({ sense: -1, start: 0.25, perM: 0.5 }, 10, { end: 'outer', side: 'near' }) // => { sense: 1, start: 5.25, perM: -0.5 }
 */
export function wrapsOff(laid: LaidOn, lengthM: number, { end, side }: { end: PackageEnd; side: PackageSide }): Wraps {
  const sense = side === 'near' ? laid.sense : -laid.sense;
  return end === 'inner' ? { ...laid, sense } : fromOtherEnd({ ...laid, sense: -sense }, lengthM);
}

function afterLaying(state: StrandState, onto: Laying, gristMPerG: number, path: string): StrandState {
  switch (onto.mode) {
    case 'reel': {
      requirePositive(onto.loopM, `${path}.loopM`);
      if (onto.carried && !onto.direction)
        throw new InputError('say which way round the hand goes', `${path}.direction`);
      const change = onto.carried
        ? wrapped(state.change, roundLoop(senseOf(onto.direction!), onto.loopM))
        : state.change;
      return { ...state, change, lies: { as: 'loop' } };
    }
    case 'spindle':
    case 'carried': {
      const { innerEnd, farSide } = onto;
      const laid = laidBy(onto, gristMPerG, path);
      return {
        ...state,
        change: onto.mode === 'carried' ? wrapped(state.change, laid) : state.change,
        lies: { as: 'package', laid, ...(innerEnd && { innerEnd }), ...(farSide && { farSide }) },
      };
    }
  }
}

/**
 * Which way round a strand is laid, and on what: opposite to the turning of a spindle, with the hand that carries it.
 *
 * @throws InputError where a figure of the package is impossible
 * @example
 * laidBy({ mode: 'spindle', direction: 'cw', coreDiameterMm: 24, heightMm: 68 }, 4.1).sense // => -1
 */
export function laidBy(onto: Exclude<Laying, { mode: 'reel' }>, gristMPerG: number, path = 'onto'): LaidOn {
  const { coreDiameterMm, heightMm, ball, densityGPerCm3 = DENSITY_WOUND_ONCE, direction, mode } = onto;
  requireShape(onto, path);
  const { cosine, addedM2 } = wrapOf(onto);
  const sense = senseOfLaying(mode, direction) * cosine;
  const coreM = coreDiameterMm / 2000;
  const volumePerMM3 = 1 / (gristMPerG * densityGPerCm3 * 1e6);
  return ball
    ? { sense, start: coreM ** 3, perM: volumePerMM3 / ((4 / 3) * Math.PI), ball }
    : { sense, start: coreM ** 2 + addedM2, perM: volumePerMM3 / (Math.PI * (heightMm / 1000)) };
}

/**
 * Which way round a strand lies on a package, seen from the near side: opposite to a spindle's turning, with the hand.
 *
 * @returns +1 clockwise, -1 anticlockwise
 * @example
 * senseOfLaying('spindle', 'cw') // => -1
 */
export function senseOfLaying(mode: 'spindle' | 'carried', direction: Round): 1 | -1 {
  const round = senseOf(direction);
  return mode === 'carried' ? round : round === 1 ? -1 : 1;
}

/**
 * Clockwise is Z and counts as +1.
 *
 * @example
 * senseOf('ccw') // => -1
 */
export function senseOf(direction: Round): 1 | -1 {
  return direction === 'cw' ? 1 : -1;
}

const INCHES_PER_METRE = 1000 / MILLIMETRES_PER_INCH;

/**
 * Reads an amount of twist: "180 t/m", "4.5 tpi"; a bare number is per metre or per inch, as the user's units are.
 *
 * @returns turns per metre, up to 3000
 * @throws InputError at `path`
 * @example
 * parseTurnsPerM('180 t/m', 'metric', 'twist') // => 180
 */
export function parseTurnsPerM(text: string, system: UnitSystem, path: string): number {
  const match = /^([\d.,]+)\s*(tpi|t\/in|tpm|t\/m)?$/i.exec(text.trim());
  if (!match) throw new InputError('write it like 180 t/m or 4.5 tpi', path);
  const perInch = match[2] ? /i/i.test(match[2]) : !inMetres(system);
  return requireWithin(parseNumber(match[1]!, path) * (perInch ? INCHES_PER_METRE : 1), 0, MOST_TURNS_PER_M, path);
}
