import type { Estimate } from '../common/estimate';

/** Ways to tell how much yarn is on a cake. */
export const LENGTH_WITNESSES = ['counter', 'turns', 'mass'] as const;
export type LengthWitness = (typeof LENGTH_WITNESSES)[number];

/** The same length in metres, as each of them has it; only those that are there. */
export type LengthReadings = Partial<Record<LengthWitness, Estimate>>;

export type Cause =
  /** The counter has less: the strand slipped on its wheel, or pulses were missed. */
  | 'counter slipped'
  /** The counter has more: something else ran through it, or it was not set to nothing before. */
  | 'counter ran on'
  /** Fewer turns than the yarn needs: some were not counted, or the cake is looser than planned. */
  | 'turns missed or loose'
  /** More turns than the yarn needs: some counted twice, or the cake is firmer than planned. */
  | 'turns doubled or firm'
  /** Lighter than its length: the scale or the tare, waste that was not noted, or a thinner yarn than its grist. */
  | 'light for its length'
  | 'heavy for its length'
  /** Only two can be asked, and they differ: either may be out. */
  | 'two differ'
  /** All three differ. */
  | 'none agree';

export type LengthCheck =
  | { verdict: 'agree'; witnesses: number }
  | { verdict: 'differ'; cause: Cause; witness: LengthWitness | null; differenceM: number };

/** Further apart than this many of their joint standard deviations, two figures are not of the same thing. */
const APART = 3;

/**
 * Do the counter, the turns of the crank and the mass tell the same length; and where they do not, which of them is
 * the odd one out and what is likely behind it?
 *
 * @returns null where fewer than two of them are there
 * @example
 * lengthCheck({ counter: { mean: 300, sd: 3 }, turns: { mean: 302, sd: 12 } }) // => { verdict: 'agree', witnesses: 2 }
 * @example
 * lengthCheck({ counter: { mean: 250, sd: 3 }, turns: { mean: 300, sd: 9 }, mass: { mean: 303, sd: 6 } }) // => { verdict: 'differ', cause: 'counter slipped', witness: 'counter', differenceM: -51.5 }
 */
export function lengthCheck(reported: LengthReadings): LengthCheck | null {
  const present = LENGTH_WITNESSES.filter((witness) => reported[witness] !== undefined);
  if (present.length < 2) return null;
  const apart = (a: LengthWitness, b: LengthWitness) =>
    Math.abs(reported[a]!.mean - reported[b]!.mean) > APART * Math.hypot(reported[a]!.sd, reported[b]!.sd);
  const pairs = present.flatMap((a, i) => present.slice(i + 1).map((b) => ({ a, b, apart: apart(a, b) })));
  const differing = pairs.filter((pair) => pair.apart);
  if (differing.length === 0) return { verdict: 'agree', witnesses: present.length };
  if (present.length === 2) {
    const [a, b] = present as [LengthWitness, LengthWitness];
    return {
      verdict: 'differ',
      cause: 'two differ',
      witness: null,
      differenceM: reported[a]!.mean - reported[b]!.mean,
    };
  }
  const odd = present.find((witness) =>
    pairs.every((pair) => pair.apart === (pair.a === witness || pair.b === witness)),
  );
  // Where one stands between two that differ, the one further from it is the odd one.
  const witness = odd ?? furthest(reported, present);
  const others = present.filter((other) => other !== witness);
  const middle = others.reduce((sum, other) => sum + reported[other]!.mean, 0) / others.length;
  const differenceM = reported[witness]!.mean - middle;
  if (differing.length === 3) return { verdict: 'differ', cause: 'none agree', witness: null, differenceM };
  return { verdict: 'differ', cause: causeOf(witness, differenceM), witness, differenceM };
}

function furthest(reported: LengthReadings, present: readonly LengthWitness[]): LengthWitness {
  const sorted = [...present].sort((a, b) => reported[a]!.mean - reported[b]!.mean);
  const [low, middle, high] = sorted as [LengthWitness, LengthWitness, LengthWitness];
  const below = reported[middle]!.mean - reported[low]!.mean;
  return below > reported[high]!.mean - reported[middle]!.mean ? low : high;
}

function causeOf(witness: LengthWitness, differenceM: number): Cause {
  switch (witness) {
    case 'counter':
      return differenceM < 0 ? 'counter slipped' : 'counter ran on';
    case 'turns':
      return differenceM < 0 ? 'turns missed or loose' : 'turns doubled or firm';
    case 'mass':
      return differenceM < 0 ? 'light for its length' : 'heavy for its length';
  }
}
