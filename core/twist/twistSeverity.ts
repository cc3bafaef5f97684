import { type OwnTwist, letterOf, percentOfOwn, type TwistDirection } from './twist';
import { changeAt, changesAlong, type TwistChange } from './twistChange';

/** How a yarn is built, as far as twist goes: a single has nothing else to hold it together. */
export const YARN_BUILDS = ['single', 'two-ply', 'more plies'] as const;
export type YarnBuild = (typeof YARN_BUILDS)[number];

/** What becomes of a change: hardly seen, seen in the fabric, or trouble: kinks, or strands that drift apart. */
export type TwistGrade = 'hardly' | 'seen' | 'trouble';

/** From what change on, in percent of the yarn's own twist. */
export interface TwistLimits {
  seenPercent: number;
  troublePercent: number;
}

/** A rule of thumb, for the user to change. */
export const STARTING_LIMITS: Readonly<Record<YarnBuild, TwistLimits>> = {
  single: { seenPercent: 3, troublePercent: 8 },
  'two-ply': { seenPercent: 6, troublePercent: 15 },
  'more plies': { seenPercent: 10, troublePercent: 25 },
};

/**
 * A yarn's build by its plies; one of which they are not known is taken for a two-ply.
 *
 * @example
 * buildOf(4) // => 'more plies'
 */
export function buildOf(plies: number | null): YarnBuild {
  if (plies === 1) return 'single';
  return plies === null || plies === 2 ? 'two-ply' : 'more plies';
}

/**
 * How much a change matters.
 *
 * @param percent of the yarn's own twist, of either sign
 * @example
 * gradeOf(-7, { seenPercent: 3, troublePercent: 8 }) // => 'seen'
 */
export function gradeOf(percent: number, { seenPercent, troublePercent }: TwistLimits): TwistGrade {
  const size = Math.abs(percent);
  if (size >= troublePercent) return 'trouble';
  return size >= seenPercent ? 'seen' : 'hardly';
}

/** One stretch of a strand that is changed alike. */
export interface Stretch {
  fromM: number;
  toM: number;
  /** Null where the yarn's own twist is not known. */
  grade: TwistGrade | null;
  letter: TwistDirection;
  /** Null where the yarn's own twist is not known. */
  gains: boolean | null;
  /** The change at its two ends and the largest in it, by size, in turns per metre. */
  startPerM: number;
  endPerM: number;
  mostPerM: number;
}

/**
 * The stretches of a strand from its first end on: each is changed in one direction and matters as much everywhere.
 *
 * @param own null where it is not known; the stretches then part only where the change turns from S to Z
 * @example
 * stretchesOf({ lengthM: 80, wraps: [] }, null, { seenPercent: 3, troublePercent: 8 }).length // => 1
 */
export function stretchesOf(change: TwistChange, own: OwnTwist | null, limits: TwistLimits): Stretch[] {
  const { lengthM } = change;
  const kindAt = (perM: number) => `${letterOf(perM)} ${gradeOfChange(perM, own, limits)}`;
  const changes = changesAlong(change, NET);
  const placeOf = (i: number) => (lengthM * i) / (NET - 1);
  const borders = [0];
  for (let i = 1; i < NET; i++)
    if (kindAt(changes[i]!) !== kindAt(changes[i - 1]!))
      borders.push(
        borderBetween(placeOf(i - 1), placeOf(i), (atM) => kindAt(changeAt(change, atM)) === kindAt(changes[i - 1]!)),
      );
  borders.push(lengthM);
  return borders.slice(1).map((toM, i) => stretch(change, borders[i]!, toM, own, limits));
}

const NET = 257;
const HALVINGS = 30;

function gradeOfChange(perM: number, own: OwnTwist | null, limits: TwistLimits): TwistGrade | null {
  return own && own.turnsPerM > 0 ? gradeOf(percentOfOwn(perM, own), limits) : null;
}

/** Where between two places something ceases to be as it was at the first. */
function borderBetween(fromM: number, toM: number, asBefore: (atM: number) => boolean): number {
  let [before, after] = [fromM, toM];
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (before + after) / 2;
    if (asBefore(middle)) before = middle;
    else after = middle;
  }
  return after;
}

function stretch(change: TwistChange, fromM: number, toM: number, own: OwnTwist | null, limits: TwistLimits): Stretch {
  const at = (share: number) => changeAt(change, fromM + share * (toM - fromM));
  const inside = Array.from({ length: 9 }, (_, i) => at(i / 8));
  const mostPerM = inside.reduce((most, each) => (Math.abs(each) > Math.abs(most) ? each : most));
  return {
    fromM,
    toM,
    // Taken well inside, for at a border the two that meet there are equally right.
    grade: gradeOfChange(at(0.5), own, limits),
    letter: letterOf(at(0.5)),
    gains: own && own.turnsPerM > 0 ? percentOfOwn(at(0.5), own) > 0 : null,
    startPerM: inside[0]!,
    endPerM: inside[8]!,
    mostPerM,
  };
}

/**
 * The largest change anywhere along a strand, by size, in turns per metre.
 *
 * @example
 * mostChanged({ lengthM: 4, wraps: [{ sense: -1, start: 1 / (4 * Math.PI ** 2), perM: 0 }] }) // => -1
 */
export function mostChanged(change: TwistChange): number {
  return changesAlong(change, NET).reduce((most, each) => (Math.abs(each) > Math.abs(most) ? each : most), 0);
}

/**
 * The angle of strands on a twisted yarn's outside against its run, in degrees: tan a = pi x diameter x turns per metre.
 *
 * @param turnsPerM Z positive, and so is the angle
 * @example
 * strandAngleDeg(100, 2) // => 32.14190763534206
 */
export function strandAngleDeg(turnsPerM: number, diameterMm: number): number {
  return (Math.atan(Math.PI * (diameterMm / 1000) * turnsPerM) * 180) / Math.PI;
}
