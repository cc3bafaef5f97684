import { type Fault, faultsAfter, type PackageEnd } from './faults';
import type { Joint } from './piece';

/** One of several pieces that become one, in the order in which they lie in it. */
export interface JoinedPart {
  lengthM: number;
  faults: readonly Fault[];
  /** The end that left first. */
  fromEnd: PackageEnd;
}

/**
 * What lies along a piece that was made of several: the faults of each, and a knot wherever two were knotted.
 *
 * @param lengthM of the whole as it was weighed; left out: all of them together
 * @returns from its inner end
 * @example
 * faultsJoined([{ lengthM: 60, faults: [], fromEnd: 'inner' }, { lengthM: 40, faults: [], fromEnd: 'inner' }], 'knot') // => [{ kind: 'knot', atM: 60 }]
 */
export function faultsJoined(parts: readonly JoinedPart[], joint: Joint, lengthM?: number): Fault[] {
  const togetherM = parts.reduce((sum, part) => sum + part.lengthM, 0);
  const stretch = (lengthM ?? togetherM) / togetherM;
  let startM = 0;
  return parts.flatMap((part, i) => {
    const [mine] = faultsAfter({ ...part, partsM: [part.lengthM] }).parts as [Fault[]];
    const placed = [
      ...(i > 0 && joint === 'knot' ? [{ kind: 'knot' as const, atM: startM * stretch }] : []),
      ...mine.map(({ kind, atM }) => ({ kind, atM: (startM + atM) * stretch })),
    ];
    startM += part.lengthM;
    return placed;
  });
}

/** A stretch that was taken from one end of a piece that is still there for the rest. */
export interface TakenStretch {
  tookM: number;
  /** What was left then. */
  leftM: number;
  fromEnd: PackageEnd;
}

/**
 * Where faults lie that were found along a piece before some of it was used: what was taken from the inner end moves them
 * nearer to it, and what lay in a stretch that was taken is gone.
 *
 * @example
 * faultsLeft([{ kind: 'knot', atM: 30 }, { kind: 'knot', atM: 80 }], [{ tookM: 50, leftM: 50, fromEnd: 'inner' }]) // => [{ kind: 'knot', atM: 30 }]
 */
export function faultsLeft(faults: readonly Fault[], taken: readonly TakenStretch[]): Fault[] {
  return taken.reduce<Fault[]>(
    (left, { tookM, leftM, fromEnd }) =>
      left
        .map(({ kind, atM }) => ({ kind, atM: fromEnd === 'inner' ? atM - tookM : atM }))
        .filter(({ atM }) => atM >= 0 && atM <= leftM),
    [...faults],
  );
}
