import { type OwnTwist, percentOfOwn } from './twist';
import { changeAt, type TwistChange } from './twistChange';
import type { TwistLimits } from './twistSeverity';

/** What a look at every centimetre of a strand found. */
export interface TwistSurvey {
  /** Places that were looked at. */
  places: number;
  /** The least and the greatest change, in turns per metre; Z positive. */
  lowestPerM: number;
  highestPerM: number;
  /** Metres of it that are hardly, clearly or badly changed; null where the yarn's own twist is not known. */
  metres: { hardly: number; seen: number; trouble: number } | null;
}

/** A centimetre: closer than that no two places of a yarn differ. */
const SURVEY_STEP_M = 0.01;

/**
 * Looks at a strand at every step of its length.
 *
 * Between four places that are worked out, the change is drawn as a cubic; they lie so close that it errs by less than
 * a part in a thousand million, and a million places take a few milliseconds.
 *
 * @param stepM metres between two places
 * @example
 * twistSurvey({ lengthM: 2, wraps: [] }, null, { seenPercent: 3, troublePercent: 8 }, 0.5).places // => 5
 */
export function twistSurvey(
  change: TwistChange,
  own: OwnTwist | null,
  { seenPercent, troublePercent }: TwistLimits,
  stepM = SURVEY_STEP_M,
): TwistSurvey {
  const places = Math.max(2, Math.round(change.lengthM / stepM) + 1);
  const apartM = change.lengthM / (places - 1);
  const perPercent = own && own.turnsPerM > 0 ? Math.abs(1 / percentOfOwn(1, own)) : Infinity;
  const [seenPerM, troublePerM] = [seenPercent * perPercent, troublePercent * perPercent];
  let lowestPerM = Infinity;
  let highestPerM = -Infinity;
  let [seen, trouble] = [0, 0];
  for (let from = 0; from < places;) {
    // The four places of a cubic lie on the strand; the last few places are worked out one by one.
    const third = Math.min(thirdOfBlock(change, from * apartM, apartM), Math.floor((places - 1 - from) / 3));
    const count = Math.max(1, 3 * third);
    const cubic: Cubic =
      third === 0 ? [changeAt(change, from * apartM), 0, 0, 0] : cubicThrough(change, from * apartM, third * apartM);
    const block = surveyOfBlock(cubic, 1 / Math.max(1, third), count, seenPerM, troublePerM);
    lowestPerM = Math.min(lowestPerM, block.lowestPerM);
    highestPerM = Math.max(highestPerM, block.highestPerM);
    seen += block.seen;
    trouble += block.trouble;
    from += count;
  }
  const metresEach = change.lengthM / places;
  const metres = {
    hardly: (places - seen - trouble) * metresEach,
    seen: seen * metresEach,
    trouble: trouble * metresEach,
  };
  return { places, lowestPerM, highestPerM, metres: perPercent === Infinity ? null : metres };
}

type Cubic = readonly [number, number, number, number];

/** A plain loop, for altogether it runs over a million places. */
function surveyOfBlock([c0, c1, c2, c3]: Cubic, step: number, count: number, seenPerM: number, troublePerM: number) {
  let lowestPerM = Infinity;
  let highestPerM = -Infinity;
  let seen = 0;
  let trouble = 0;
  for (let i = 0; i < count; i++) {
    const s = i * step;
    const perM = c0 + s * (c1 + s * (c2 + s * c3));
    if (perM < lowestPerM) lowestPerM = perM;
    if (perM > highestPerM) highestPerM = perM;
    const size = perM < 0 ? -perM : perM;
    if (size >= troublePerM) trouble++;
    else if (size >= seenPerM) seen++;
  }
  return { lowestPerM, highestPerM, seen, trouble };
}

/** The square of a radius, or in a ball its cube, may change by so much of itself within a block: then a cubic is as good. */
const BLOCK_SHARE = 0.012;
const MOST_IN_THIRD = 400;

/** How many places a third of the next block may have. */
function thirdOfBlock({ wraps, lengthM }: TwistChange, fromM: number, apartM: number): number {
  let third = MOST_IN_THIRD;
  for (const { start, perM } of wraps) {
    const here = start + perM * fromM;
    // Towards a hole the radius shrinks; it is not smaller than at the far end of the strand.
    const least = perM < 0 ? Math.max(here * (1 - BLOCK_SHARE), start + perM * lengthM) : here;
    third = Math.min(third, Math.floor((BLOCK_SHARE * least) / (3 * Math.abs(perM) * apartM)));
  }
  return Math.max(1, third);
}

/** The cubic through four places that are so far apart, in the first of them and in steps of that distance. */
function cubicThrough(change: TwistChange, fromM: number, apartM: number): Cubic {
  const at = (i: number) => changeAt(change, fromM + i * apartM);
  const [f0, f1, f2, f3] = [at(0), at(1), at(2), at(3)];
  const [d1, d2, d3] = [f1 - f0, f2 - 2 * f1 + f0, f3 - 3 * f2 + 3 * f1 - f0];
  return [f0, d1 - d2 / 2 + d3 / 3, d2 / 2 - d3 / 2, d3 / 6];
}
