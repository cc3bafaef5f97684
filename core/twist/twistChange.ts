import { wrapsPerM } from '../bench/cake';

/**
 * Wraps that a strand makes round something while it is laid or pulled off. Each of them changes its twist by one turn,
 * so the change per metre is one turn over the way once round, wherever along the strand.
 */
export interface Wraps {
  /** Clockwise +1, anticlockwise -1, seen from where the strand is held; times the cosine of the crossing angle. */
  sense: number;
  /** The square of the radius (m2) at the start of the strand; in a ball its cube (m3), */
  start: number;
  /** and what that grows by with each metre along it: the area of a package grows with its length, a ball's volume. */
  perM: number;
  /** Wound round and round itself, as a ball. */
  ball?: true;
}

/** The radius in metres of the wrap at one place of the strand. */
function radiusOfWrapM({ start, perM, ball }: Wraps, atM: number): number {
  const grown = start + perM * atM;
  return ball ? Math.cbrt(grown) : Math.sqrt(grown);
}

/**
 * The same wraps gone through from the other end of a strand of that length.
 *
 * @example
 * fromOtherEnd({ sense: 1, start: 1, perM: 0.5 }, 10) // => { sense: 1, start: 6, perM: -0.5 }
 */
export function fromOtherEnd(wraps: Wraps, lengthM: number): Wraps {
  return { ...wraps, start: wraps.start + wraps.perM * lengthM, perM: wraps.perM === 0 ? 0 : -wraps.perM };
}

/** How a strand's twist has been changed, at every place along it. */
export interface TwistChange {
  lengthM: number;
  wraps: readonly Wraps[];
}

/**
 * A strand whose twist is as it was made.
 *
 * @example
 * unchanged(390) // => { lengthM: 390, wraps: [] }
 */
export function unchanged(lengthM: number): TwistChange {
  return { lengthM, wraps: [] };
}

/**
 * Wraps round a loop that does not grow: a hank, a reel, an arm.
 *
 * @param sense +1 clockwise, -1 anticlockwise
 * @example
 * changeAt(wrapped(unchanged(100), roundLoop(-1, 1.6)), 40) // => -0.625
 */
export function roundLoop(sense: number, loopM: number): Wraps {
  return { sense, start: (loopM / (2 * Math.PI)) ** 2, perM: 0 };
}

/**
 * The same strand with one more change on top.
 *
 * @example
 * wrapped(unchanged(8), { sense: 1, start: 1, perM: 0 }).wraps.length // => 1
 */
export function wrapped(change: TwistChange, wraps: Wraps): TwistChange {
  return { ...change, wraps: [...change.wraps, wraps] };
}

/**
 * The same strand seen from its other end. Twist leans the same way from either end.
 *
 * @example
 * reversed({ lengthM: 10, wraps: [{ sense: 1, start: 1, perM: 0.5 }] }).wraps // => [{ sense: 1, start: 6, perM: -0.5 }]
 */
export function reversed({ lengthM, wraps }: TwistChange): TwistChange {
  return {
    lengthM,
    wraps: wraps.map((each) => fromOtherEnd(each, lengthM)),
  };
}

/**
 * What lies between two places of a strand.
 *
 * @example
 * stretchOf({ lengthM: 10, wraps: [{ sense: 1, start: 1, perM: 0.5 }] }, 4, 6) // => { lengthM: 2, wraps: [{ sense: 1, start: 3, perM: 0.5 }] }
 */
export function stretchOf({ wraps }: TwistChange, fromM: number, toM: number): TwistChange {
  return {
    lengthM: toM - fromM,
    wraps: wraps.map((each) => ({ ...each, start: each.start + each.perM * fromM })),
  };
}

/**
 * The same strand by another ruler: two weighings seldom give quite the same length, and places are kept as shares.
 *
 * @example
 * asLong({ lengthM: 10, wraps: [{ sense: 1, start: 1, perM: 0.5 }] }, 5) // => { lengthM: 5, wraps: [{ sense: 1, start: 1, perM: 1 }] }
 */
export function asLong({ lengthM, wraps }: TwistChange, newLengthM: number): TwistChange {
  return {
    lengthM: newLengthM,
    wraps: wraps.map((each) => ({ ...each, perM: (each.perM * lengthM) / newLengthM })),
  };
}

/**
 * The change at one place, in turns per metre; Z is positive.
 *
 * @example
 * changeAt({ lengthM: 300, wraps: [{ sense: -1, start: 0.012 ** 2, perM: 4e-6 }] }, 0) // => -13.262911924324612
 */
export function changeAt({ wraps }: TwistChange, atM: number): number {
  return wraps.reduce((sum, each) => sum + each.sense / (2 * Math.PI * radiusOfWrapM(each, atM)), 0);
}

/**
 * Turns that were put into a stretch altogether: the changes summed over it, exactly.
 *
 * The sum of 1/(2 pi r) from a to b is (b - a)/(pi (r(a) + r(b))) where r^2 grows evenly; in a ball, where r^3 does, it is
 * 3 (b - a)(r(a) + r(b))/(4 pi (r(a)^2 + r(a) r(b) + r(b)^2)).
 *
 * @example
 * turnsWithin({ lengthM: 100, wraps: [{ sense: 1, start: (1.6 / (2 * Math.PI)) ** 2, perM: 0 }] }, 0, 80) // => 50
 */
export function turnsWithin({ wraps }: TwistChange, fromM: number, toM: number): number {
  return wraps.reduce((sum, each) => {
    const [a, b] = [radiusOfWrapM(each, fromM), radiusOfWrapM(each, toM)];
    return sum + each.sense * (toM - fromM) * wrapsPerM(a, b, each.ball);
  }, 0);
}

/**
 * The change at so many places, evenly from the one end to the other, both included.
 *
 * @example
 * [...changesAlong({ lengthM: 3, wraps: [{ sense: 1, start: 1 / (4 * Math.PI ** 2), perM: 0 }] }, 2)] // => [1, 1]
 */
export function changesAlong({ lengthM, wraps }: TwistChange, places: number): Float64Array {
  const changes = new Float64Array(places);
  for (const { sense, start, perM, ball } of wraps) {
    const turns = sense / (2 * Math.PI);
    const step = (perM * lengthM) / (places - 1);
    const root = ball ? Math.cbrt : Math.sqrt;
    for (let i = 0; i < places; i++) changes[i]! += turns / root(start + step * i);
  }
  return changes;
}

/**
 * The least and the greatest change anywhere along a strand.
 *
 * Between two places the sum of several wraps can turn about, so it is looked for on a fine net.
 *
 * @example
 * rangeOf({ lengthM: 3, wraps: [] }) // => { lowest: 0, highest: 0 }
 */
export function rangeOf(change: TwistChange): { lowest: number; highest: number } {
  const changes = changesAlong(change, NET);
  return {
    lowest: changes.reduce((a, b) => Math.min(a, b), Infinity),
    highest: changes.reduce((a, b) => Math.max(a, b), -Infinity),
  };
}

const NET = 257;
