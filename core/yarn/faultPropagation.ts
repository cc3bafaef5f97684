import { type Fault, faultsAfter, type PackageEnd } from './faults';
import { type Joint, USED_SHARE } from './piece';

/** One of several pieces that become one, in the order in which they lie in it. */
export interface JoinedPiece {
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
 * joinedFaults([{ lengthM: 60, faults: [], fromEnd: 'inner' }, { lengthM: 40, faults: [], fromEnd: 'inner' }], 'knot') // => [{ kind: 'knot', atM: 60 }]
 */
export function joinedFaults(parts: readonly JoinedPiece[], joint: Joint, lengthM?: number): Fault[] {
  const togetherM = parts.reduce((sum, part) => sum + part.lengthM, 0);
  const stretch = (lengthM ?? togetherM) / togetherM;
  let startM = 0;
  return parts.flatMap((part, i) => {
    const [mine] = faultsAfter({ ...part, partsM: [part.lengthM] }).parts as [Fault[]];
    const placed = [
      ...(i > 0 && joint === 'knot' ? [{ kind: 'knot' as const, atM: startM * stretch }] : []),
      ...mine.map((fault) => ({ ...fault, atM: (startM + fault.atM) * stretch })),
    ];
    startM += part.lengthM;
    return placed;
  });
}

/**
 * Where faults lie that were found along a piece before some of it was used: what was taken from the inner end moves them
 * nearer to it, and what lay in a stretch that was taken is gone.
 *
 * @example
 * remainingFaults([{ kind: 'knot', atM: 30 }, { kind: 'knot', atM: 80 }], [{ took: 50, remaining: 50, fromEnd: 'inner' }]) // => [{ kind: 'knot', atM: 30 }]
 */
export function remainingFaults(faults: readonly Fault[], takenM: readonly Taken[]): Fault[] {
  return takenM.reduce<Fault[]>(
    (still, { took, remaining, fromEnd }) =>
      still
        .map((fault) => ({ ...fault, atM: fromEnd === 'inner' ? fault.atM - took : fault.atM }))
        .filter(({ atM }) => atM >= 0 && atM <= remaining),
    [...faults],
  );
}

/** What was taken of a piece and what was left of it then, in grams or in metres: one of them throughout. */
export interface Taken {
  took: number;
  remaining: number;
  fromEnd: PackageEnd;
}

/**
 * All that was taken of a piece since so much of it was known: what was said, and between it what nobody said but the
 * scale tells, by more than it and the room's air explain. That is taken to be gone from the end it is worked from.
 *
 * @example
 * takenSince(100, [], 70, 'outer') // => [{ took: 30, remaining: 70, fromEnd: 'outer' }]
 * @example
 * takenSince(100, [{ took: 40, remaining: 60, fromEnd: 'inner' }], 59, 'outer') // => [{ took: 40, remaining: 60, fromEnd: 'inner' }]
 */
export function takenSince(known: number, reported: readonly Taken[], now: number, workedFrom: PackageEnd): Taken[] {
  const unreported = (before: number, there: number): Taken[] =>
    there >= USED_SHARE * before ? [] : [{ took: before - there, remaining: there, fromEnd: workedFrom }];
  const befores = [known, ...reported.map(({ remaining }) => remaining)];
  return [
    ...reported.flatMap((each, i) => [...unreported(befores[i]!, each.took + each.remaining), each]),
    ...unreported(befores.at(-1)!, now),
  ];
}
