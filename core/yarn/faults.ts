import { plural } from '../common/format';

/** What lies at one place along a yarn and follows it through everything that is done with it. */
export const FAULT_KINDS = ['knot', 'thin spot', 'colour change'] as const;
export type FaultKind = (typeof FAULT_KINDS)[number];

/** The end of a package that yarn is taken from. A hank has none of its own: the end that leaves it first is its inner one. */
export const PACKAGE_ENDS = ['inner', 'outer'] as const;
export type PackageEnd = (typeof PACKAGE_ENDS)[number];

export interface Fault {
  kind: FaultKind;
  /** Metres from the inner end. */
  atM: number;
  /** Of a change of colour: the colour on the side of the inner end, and on the side of the outer one, where they were seen. */
  innerHex?: string;
  outerHex?: string;
}

export interface WoundFrom {
  /** How long the piece was that yarn was taken from, and the faults along it. */
  lengthM: number;
  faults: readonly Fault[];
  fromEnd: PackageEnd;
  /** What came of it, in the order in which it left. */
  partsM: readonly number[];
  /** What stayed behind, unwound. */
  restM?: number;
}

/**
 * Where the faults of a piece lie once it has been wound into others: each part's from its own inner end, which is the
 * end that left first. From the outer end the order is reversed; what is cut apart is split between the parts.
 *
 * The lengths before and after are seldom weighed to be quite the same, so places are kept as shares of the whole.
 *
 * @example
 * faultsAfter({ lengthM: 100, faults: [{ kind: 'knot', atM: 30 }], fromEnd: 'outer', partsM: [100] }).parts // => [[{ kind: 'knot', atM: 70 }]]
 * @example
 * faultsAfter({ lengthM: 100, faults: [{ kind: 'knot', atM: 75 }], fromEnd: 'inner', partsM: [60, 40] }).parts // => [[], [{ kind: 'knot', atM: 15 }]]
 */
export function faultsAfter({ lengthM, faults, fromEnd, partsM, restM = 0 }: WoundFrom): {
  parts: Fault[][];
  rest: Fault[];
} {
  const takenM = partsM.reduce((sum, partM) => sum + partM, 0);
  const totalM = takenM + restM;
  const parts = partsM.map((): Fault[] => []);
  const rest: Fault[] = [];
  for (const fault of faults) {
    const share = Math.min(1, Math.max(0, fault.atM / lengthM));
    const leavesAtM = (fromEnd === 'inner' ? share : 1 - share) * totalM;
    const { part, startM } = partAt(leavesAtM, partsM);
    if (leavesAtM > takenM)
      // What stays behind keeps its other end: seen from the inner one, only a part that left there moves the places.
      rest.push({ ...fault, atM: fromEnd === 'inner' ? leavesAtM - takenM : totalM - leavesAtM });
    else parts[part]!.push({ ...(fromEnd === 'inner' ? fault : turned(fault)), atM: leavesAtM - startM });
  }
  return { parts: parts.map(inOrder), rest: inOrder(rest) };
}

function partAt(leavesAtM: number, partsM: readonly number[]): { part: number; startM: number } {
  let startM = 0;
  for (let part = 0; part < partsM.length - 1; part++) {
    if (leavesAtM < startM + partsM[part]!) return { part, startM };
    startM += partsM[part]!;
  }
  return { part: partsM.length - 1, startM };
}

/**
 * The same faults seen from the other end.
 *
 * @example
 * mirrored([{ kind: 'colour change', atM: 30, innerHex: '#8a8f6a', outerHex: '#a4552e' }], 100) // => [{ kind: 'colour change', atM: 70, innerHex: '#a4552e', outerHex: '#8a8f6a' }]
 */
export function mirrored(faults: readonly Fault[], lengthM: number): Fault[] {
  return inOrder(faults.map((fault) => ({ ...turned(fault), atM: Math.max(0, lengthM - fault.atM) })));
}

function turned({ innerHex, outerHex, ...fault }: Fault): Fault {
  return { ...fault, ...(outerHex && { innerHex: outerHex }), ...(innerHex && { outerHex: innerHex }) };
}

/**
 * Faults that were known beforehand together with those that were seen in passing. One that was seen where one of its
 * kind was expected is the same one, and its place is the one just seen.
 *
 * @param withinM how far the place of a known fault may be out
 * @example
 * reconciled([{ kind: 'knot', atM: 120 }], [{ kind: 'knot', atM: 118 }], 5) // => [{ kind: 'knot', atM: 118 }]
 */
export function reconciled(expected: readonly Fault[], seen: readonly Fault[], withinM: number): Fault[] {
  const unmet = [...expected];
  const met = seen.map((fault) => {
    const near = unmet
      .filter((each) => mayBeTheSame(each, fault) && Math.abs(each.atM - fault.atM) <= withinM)
      .sort((a, b) => Math.abs(a.atM - fault.atM) - Math.abs(b.atM - fault.atM))[0];
    if (near) unmet.splice(unmet.indexOf(near), 1);
    return { ...near, ...fault };
  });
  return inOrder([...unmet, ...met]);
}

/** Of one kind, and of the same colours as far as they were seen. */
function mayBeTheSame(a: Fault, b: Fault): boolean {
  const agree = (one?: string, other?: string) => !one || !other || one === other;
  return a.kind === b.kind && agree(a.innerHex, b.innerHex) && agree(a.outerHex, b.outerHex);
}

/**
 * How far the place of a fault may be out along so much yarn: a few metres, more on a long one.
 *
 * @example
 * placeWithinM(400) // => 12
 */
export function placeWithinM(lengthM: number): number {
  return Math.max(4, 0.03 * lengthM);
}

function inOrder(faults: readonly Fault[]): Fault[] {
  return [...faults].sort((a, b) => a.atM - b.atM);
}

/**
 * Whether anything along it weakens it: a change of colour does not.
 *
 * @example
 * hasFlaw([{ kind: 'colour change' }]) // => false
 */
export function hasFlaw(faults: readonly Pick<Fault, 'kind'>[]): boolean {
  return faults.some(({ kind }) => kind !== 'colour change');
}

/**
 * Counted in words: "2 knots, 1 thin spot".
 *
 * @example
 * faultsInWords([{ kind: 'thin spot' }, { kind: 'knot' }, { kind: 'knot' }]) // => '2 knots, 1 thin spot'
 */
export function faultsInWords(faults: readonly Pick<Fault, 'kind'>[]): string {
  return FAULT_KINDS.map((kind) => ({ kind, count: faults.filter((fault) => fault.kind === kind).length }))
    .filter(({ count }) => count > 0)
    .map(({ kind, count }) => plural(count, kind))
    .join(', ');
}
