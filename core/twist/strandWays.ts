import type { PackageEnd } from '../yarn/faults';
import type { PieceForm } from '../yarn/piece';
import type { Leaving, Round } from './twist';

/**
 * How a strand left what it was on: that turned; a package stood and it was pulled over the end at its near or far
 * side; an open hank stood and it went round clockwise or anticlockwise, seen from where it was pulled to.
 */
export const LEAVING_WAYS = ['turning', 'near', 'far', 'cw', 'ccw'] as const;
export type LeavingWay = (typeof LEAVING_WAYS)[number];

/** How it was laid: on a spindle that turned so, seen from above; carried round by a hand; on a reel that turned. */
export const LAYING_WAYS = ['spindle cw', 'spindle ccw', 'carried cw', 'carried ccw', 'reel'] as const;
export type LayingWay = (typeof LAYING_WAYS)[number];

/**
 * The ways that a strand can leave a piece from one of its ends. From an inner end nothing comes off that turns; out of
 * the far side of a cone nothing at all.
 *
 * @example
 * waysToLeave('hank', 'inner') // => ['turning', 'cw', 'ccw']
 * @example
 * waysToLeave('cake', 'inner') // => ['near', 'far']
 */
export function waysToLeave(form: PieceForm, fromEnd: PackageEnd): readonly LeavingWay[] {
  if (isLoop(form)) return ['turning', 'cw', 'ccw'];
  if (fromEnd === 'inner') return ['near', 'far'];
  return form === 'cone' ? ['turning', 'near'] : ['turning', 'near', 'far'];
}

/**
 * A hank or a mini lies in loops; anything else is wound up.
 *
 * @example
 * isLoop('mini skein') // => true
 */
export function isLoop(form: PieceForm): boolean {
  return form === 'hank' || form === 'mini skein';
}

/**
 * A laying in its two halves: by what, and which way round.
 *
 * @example
 * layingOf('carried ccw') // => { how: 'carried', direction: 'ccw' }
 * @example
 * layingOf('reel') // => { how: 'reel', direction: null }
 */
export function layingOf(way: LayingWay): { how: 'spindle' | 'carried' | 'reel'; direction: Round | null } {
  const [how, direction = null] = way.split(' ') as ['spindle' | 'carried' | 'reel', Round?];
  return { how, direction };
}

/**
 * The two halves put together again.
 *
 * @returns null where one of them is not known
 * @example
 * layingWayOf({ how: 'spindle', direction: 'cw' }) // => 'spindle cw'
 */
export function layingWayOf({
  how,
  direction,
}: {
  how: 'spindle' | 'carried' | 'reel' | null;
  direction: Round | null;
}): LayingWay | null {
  if (how === 'reel') return 'reel';
  return how === null || direction === null ? null : `${how} ${direction}`;
}

/**
 * A way of leaving as the steps of twist have it.
 *
 * @param loopM once round, of what lies in a loop
 * @returns null where a loop stands still that was not measured
 * @example
 * leavingOf('far', 'inner', null) // => { mode: 'over-end', end: 'inner', side: 'far' }
 */
export function leavingOf(way: LeavingWay, end: PackageEnd, loopM: number | null): Leaving | null {
  switch (way) {
    case 'turning':
      return { mode: 'rotating' };
    case 'near':
    case 'far':
      return { mode: 'over-end', end, side: way };
    case 'cw':
    case 'ccw':
      return loopM === null ? null : { mode: 'stationary-loop', loopM, direction: way };
  }
}

/**
 * The same the other way round.
 *
 * @example
 * wayOfLeaving({ mode: 'over-end', end: 'inner', side: 'far' }) // => 'far'
 */
export function wayOfLeaving(from: Leaving): LeavingWay {
  switch (from.mode) {
    case 'rotating':
      return 'turning';
    case 'over-end':
      return from.side;
    case 'stationary-loop':
      return from.direction;
  }
}
