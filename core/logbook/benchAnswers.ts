import { grouped } from '../common/grouped';
import { median } from '../common/median';
import type { TroubleReport } from '../trouble/trouble';
import { ACTIVITIES, type Activity, type RunStory } from './runStory';

/** What one logged winding says of the four questions that the logbook answers. */
export interface WindingReport {
  story: Pick<RunStory, 'spentMs' | 'stops'>;
  yarn: string;
  /** Null where no tool was at hand. */
  troubles: (TroubleReport & { tool: string | null })[];
  /** What was wound, and how often something other than a pause held it up. */
  lengthM: number;
  cakes: {
    tool: string;
    /** What the tool holds, by what is known of it. */
    maxG: number;
    massG: number;
    plannedG: number;
    turns: number;
    plannedTurns: number;
  }[];
}

/** Where the time went at the bench. */
export interface TimeAnswer {
  wholeMs: number;
  spentMs: Record<Activity, number>;
  /** By reason, what held longest first. */
  stopped: { reason: string; ms: number; times: number }[];
}

/**
 * Where does the time go?
 *
 * @returns null where nothing was timed
 * @example
 * whereTimeGoes([]) // => null
 */
export function whereTimeGoes(windings: readonly Pick<WindingReport, 'story'>[]): TimeAnswer | null {
  const spentMs: Record<Activity, number> = { preparing: 0, turning: 0, stopped: 0, resting: 0, finishing: 0 };
  const reasons = new Map<string, { ms: number; times: number }>();
  for (const { story } of windings) {
    for (const activity of ACTIVITIES) spentMs[activity] += story.spentMs[activity];
    for (const { reason, fromMs, untilMs } of story.stops) {
      const { ms, times } = reasons.get(reason) ?? { ms: 0, times: 0 };
      reasons.set(reason, { ms: ms + untilMs - fromMs, times: times + 1 });
    }
  }
  const wholeMs = ACTIVITIES.reduce((sum, activity) => sum + spentMs[activity], 0);
  if (wholeMs === 0) return null;
  const stopped = [...reasons].map(([reason, estimated]) => ({ reason, ...estimated })).sort((a, b) => b.ms - a.ms);
  return { wholeMs, spentMs, stopped };
}

/** How often a yarn held the winding up. */
export interface SnagAnswer {
  yarn: string;
  stops: number;
  lengthM: number;
  per100M: number;
}

/** What is not the yarn's doing. */
const OWN_WILL = 'a pause';

/**
 * What snags? The yarns whose winding was held up most often, for each hundred metres of them; those that never were
 * come last.
 *
 * @example
 * whatSnags([{ yarn: 'Kelp', lengthM: 200, story: { spentMs: { preparing: 0, turning: 0, stopped: 0, resting: 0, finishing: 0 }, stops: [{ fromMs: 0, untilMs: 9, reason: 'snag', counted: 4 }] } }]) // => [{ yarn: 'Kelp', stops: 1, lengthM: 200, per100M: 0.5 }]
 */
export function whatSnags(windings: readonly Pick<WindingReport, 'story' | 'yarn' | 'lengthM'>[]): SnagAnswer[] {
  const yarns = new Map<string, { stops: number; lengthM: number }>();
  for (const { yarn, lengthM, story } of windings) {
    const known = yarns.get(yarn) ?? { stops: 0, lengthM: 0 };
    const stops = story.stops.filter(({ reason }) => reason !== OWN_WILL).length;
    yarns.set(yarn, { stops: known.stops + stops, lengthM: known.lengthM + lengthM });
  }
  return [...yarns]
    .map(([yarn, { stops, lengthM }]) => ({ yarn, stops, lengthM, per100M: lengthM > 0 ? (stops * 100) / lengthM : 0 }))
    .sort((a, b) => b.per100M - a.per100M || b.lengthM - a.lengthM);
}

/** How often one thing went wrong, on which tools and yarns, and what helped. */
export interface TroubleAnswer {
  trouble: string;
  times: number;
  /** On which of them most often. */
  tools: string[];
  yarns: string[];
  helped: { attempt: string; times: number; minutes: number }[];
  lostM: number;
}

/**
 * What goes wrong, and what helps? The most frequent first; what helped most often, and how long it took at the median.
 *
 * @example
 * whatHelped([{ yarn: 'Kelp', troubles: [{ trouble: 'lump', attempt: 'outer end', minutes: 3, lostM: 0, then: 'go on', tool: 'Small' }] }])[0]?.helped // => [{ attempt: 'outer end', times: 1, minutes: 3 }]
 */
export function whatHelped(windings: readonly Pick<WindingReport, 'yarn' | 'troubles'>[]): TroubleAnswer[] {
  const all = windings.flatMap(({ yarn, troubles }) => troubles.map((each) => ({ ...each, yarn })));
  return byFrequency(all, ({ trouble }) => trouble).map(([trouble, reports]) => ({
    trouble,
    times: reports.length,
    tools: byFrequency(reports, ({ tool }) => tool).flatMap(([tool]) => tool ?? []),
    yarns: byFrequency(reports, ({ yarn }) => yarn).map(([yarn]) => yarn),
    helped: byFrequency(reports, ({ attempt }) => attempt).map(([attempt, same]) => ({
      attempt,
      times: same.length,
      minutes: median(same.map(({ minutes }) => minutes)),
    })),
    lostM: reports.reduce((sum, { lostM }) => sum + lostM, 0),
  }));
}

/** In groups, the largest first; among equals the one that came first. */
function byFrequency<T, Key>(all: readonly T[], by: (each: T) => Key): [Key, T[]][] {
  return [...grouped(all, by)].sort(([, a], [, b]) => b.length - a.length);
}

/** How full the cakes of one tool were, in the order in which they were wound. */
export interface FullAnswer {
  tool: string;
  /** Shares of what it holds. */
  full: number[];
  median: number;
  /** Beyond what it is said to hold. */
  over: number;
}

/**
 * How full were my cakes?
 *
 * @example
 * howFull([{ cakes: [{ tool: 'Small', maxG: 100, massG: 80, plannedG: 80, turns: 1, plannedTurns: 1 }] }]) // => [{ tool: 'Small', full: [0.8], median: 0.8, over: 0 }]
 */
export function howFull(windings: readonly Pick<WindingReport, 'cakes'>[]): FullAnswer[] {
  const tools = new Map<string, number[]>();
  for (const { cakes } of windings)
    for (const { tool, massG, maxG } of cakes) tools.set(tool, [...(tools.get(tool) ?? []), massG / maxG]);
  return [...tools]
    .map(([tool, full]) => ({
      tool,
      full,
      median: rounded(median(full)),
      over: full.filter((share) => share > 1).length,
    }))
    .sort((a, b) => b.full.length - a.full.length);
}

/** How what was weighed or counted compares with what had been told beforehand. */
export interface EstimateAnswer {
  /** Each as a share of what was predicted: 0.03 is three in a hundred more. One that nobody counted has none. */
  errors: (number | null)[];
  /** The middle one: on which side they lie. */
  bias: number;
  /** Half of them are nearer than this. */
  usual: number;
  /** Of the latter half, and of the earlier one; null while they are few. */
  usualLately: { earlier: number; later: number } | null;
}

const FEWEST_TO_COMPARE = 6;

/**
 * How good are my estimates: predicted against weighed, or counted?
 *
 * @param pairs in the order of time
 * @returns null where there is nothing to compare
 * @example
 * howGood([{ estimated: 100, was: 103 }, { estimated: 100, was: 99 }, { estimated: 100, was: 101 }])?.usual // => 0.01
 */
export function howGood(pairs: readonly { estimated: number; was: number }[]): EstimateAnswer | null {
  const errors = pairs.map(({ estimated, was }) => (estimated > 0 && was > 0 ? was / estimated - 1 : null));
  const known = errors.filter((error) => error !== null);
  if (known.length === 0) return null;
  const off = known.map(Math.abs);
  const half = known.length >> 1;
  return {
    errors,
    bias: rounded(median(known)),
    usual: rounded(median(off)),
    usualLately:
      known.length < FEWEST_TO_COMPARE ? null : { earlier: median(off.slice(0, half)), later: median(off.slice(half)) },
  };
}

/** What lies within a millionth is only the last bit of a float. */
const rounded = (value: number) => Number(value.toFixed(9));
