import { type CakeShape, cake } from '../bench/cake';
import { requirePositive } from '../common/require';

/** What winding by hand comes to. */
export interface WoundByHand {
  wraps: number;
  seconds: number;
  diameterMm: number;
  /** Turns a metre that a wrap puts in where the ball stands still and the strand is carried round it: first and last. */
  twistPerM: { core: number; outside: number };
}

/**
 * A ball that is wound by hand: how many wraps, how long it takes, how large it becomes, and what twist it puts in where the
 * strand is carried round. A wrap is one turn; the smaller it is, the more turns come to a metre.
 *
 * @throws InputError where a figure is impossible
 * @see calculations.md, cake
 * @example
 * Math.round(woundByHand({ coreDiameterMm: 22, heightMm: 75, densityGPerCm3: 0.3 }, { massG: 50, gristMPerG: 4, secondsPerWrap: 1 }).wraps) // => 1600
 */
export function woundByHand(
  shape: CakeShape,
  { massG, gristMPerG, secondsPerWrap }: { massG: number; gristMPerG: number; secondsPerWrap: number },
): WoundByHand {
  const { wraps, outerDiameterMm } = cake({ ...shape, massG, gristMPerG });
  const cosine = Math.cos(((shape.crossingAngleDeg ?? 0) * Math.PI) / 180);
  const turnsPerM = (diameterMm: number) => (1000 * cosine) / (Math.PI * diameterMm);
  return {
    wraps,
    seconds: wraps * requirePositive(secondsPerWrap, 'secondsPerWrap'),
    diameterMm: outerDiameterMm,
    twistPerM: { core: turnsPerM(shape.coreDiameterMm), outside: turnsPerM(outerDiameterMm) },
  };
}

/** How long one round takes, lifted off or laid on: rules of thumb, with the walk or the dip that belongs to it. */
export const SECONDS_PER_ROUND = { chairs: 4, hands: 2.5, knees: 4, elbow: 2 } as const;

/**
 * A loop that stands still: how many rounds so much yarn makes, how long they take, and the twist that lifting it off or
 * laying it on puts in, one turn a round.
 *
 * @throws InputError where a figure is impossible
 * @example
 * roundsOf({ lengthM: 200, loopM: 1.6, secondsPerRound: 4 }) // => { rounds: 125, seconds: 500, twistPerM: 0.625 }
 */
export function roundsOf({
  lengthM,
  loopM,
  secondsPerRound,
}: {
  lengthM: number;
  loopM: number;
  secondsPerRound: number;
}): { rounds: number; seconds: number; twistPerM: number } {
  const rounds = requirePositive(lengthM, 'lengthM') / requirePositive(loopM, 'loopM');
  return {
    rounds,
    seconds: rounds * requirePositive(secondsPerRound, 'secondsPerRound'),
    twistPerM: 1 / loopM,
  };
}
