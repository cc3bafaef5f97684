import { median } from '../common/median';
import type { TaskKind } from './schedule';

/** What the bench has learned of how long things take. */
export interface BenchPace {
  /** Minutes for a metre wound, with what held it up; null: not known yet. */
  windingPerM: number | null;
  /** Minutes about it: opening, mounting, taking off, weighing. */
  aboutMin: number | null;
}

const USUAL_PER_M = 0.03;
const USUAL_ABOUT_MIN = 12;

/** With hands on it; what hangs and dries needs none. */
const USUAL_MIN: Record<Exclude<TaskKind, 'wind'>, number> = {
  minis: 45,
  ply: 60,
  wash: 20,
  dye: 60,
  measure: 15,
  weigh: 5,
  other: 30,
};

/**
 * How long something takes with one's hands on it, in whole minutes: a winding by its length as the bench has learned
 * it, anything else about as long as it usually does.
 *
 * @param lengthM null where it is not known
 * @example
 * taskMinutes('wind', 400, { windingPerM: 0.05, aboutMin: 10 }) // => { minutes: 30, learned: true }
 * @example
 * taskMinutes('weigh', null, { windingPerM: null, aboutMin: null }) // => { minutes: 5, learned: false }
 */
export function taskMinutes(
  kind: TaskKind,
  lengthM: number | null,
  { windingPerM, aboutMin }: BenchPace,
): { minutes: number; learned: boolean } {
  if (kind !== 'wind') return { minutes: USUAL_MIN[kind], learned: false };
  const minutes = (windingPerM ?? USUAL_PER_M) * (lengthM ?? 200) + (aboutMin ?? USUAL_ABOUT_MIN);
  return { minutes: Math.max(1, Math.round(minutes)), learned: windingPerM !== null && lengthM !== null };
}

/** How long one winding took. */
export interface TimedWinding {
  lengthM: number;
  /** Turning, held up, resting. */
  windingMin: number;
  /** Before and after. */
  aboutMin: number;
}

const FEWEST = 2;

/**
 * What the windings of late say of how long things take; medians, so that one forgotten evening spoils nothing.
 *
 * @example
 * benchPace([{ lengthM: 200, windingMin: 8, aboutMin: 10 }, { lengthM: 400, windingMin: 20, aboutMin: 14 }]) // => { windingPerM: 0.045, aboutMin: 12 }
 */
export function benchPace(windings: readonly TimedWinding[]): BenchPace {
  const timed = windings.filter(({ lengthM, windingMin }) => lengthM > 0 && windingMin > 0);
  if (timed.length < FEWEST) return { windingPerM: null, aboutMin: null };
  const about = timed.map(({ aboutMin }) => aboutMin).filter((minutes) => minutes > 0);
  return {
    windingPerM: median(timed.map(({ lengthM, windingMin }) => windingMin / lengthM)),
    aboutMin: about.length > 0 ? median(about) : null,
  };
}
