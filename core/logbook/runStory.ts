import { loopsOn, type MiniRunState } from '../minis/miniRun';
import { type RunState, turnsOn } from '../winding/run';

/** What is being done at the bench. */
export const ACTIVITIES = ['preparing', 'turning', 'stopped', 'resting', 'finishing'] as const;
export type Activity = (typeof ACTIVITIES)[number];

/** How a run stood after one event: as much as its story needs, whatever it is of. */
export interface RunMoment {
  atMs: number;
  /** Turns, or loops, in all. */
  counted: number;
  stage: 'preparing' | 'counting' | 'finishing';
  /** Why it was stopped, while it is. */
  stopped: string | null;
  /** A device's own total, where the event was a reading. */
  reading?: { device: string; total: number };
}

export interface RunStop {
  fromMs: number;
  untilMs: number;
  reason: string;
  /** What had been counted then. */
  counted: number;
}

/** A run as it is told afterwards; times are counted from its first event. */
export interface RunStory {
  startedMs: number;
  lastedMs: number;
  spentMs: Record<Activity, number>;
  /** Turns or loops a minute, stretch by stretch of equal length; null where nothing moved. */
  pace: { fromMs: number; untilMs: number; perMinute: number | null }[];
  stops: RunStop[];
  /** What the devices showed, thinned. */
  readings: { atMs: number; device: string; total: number }[];
}

/** A gap longer than this between two counts is a rest. */
const LONGEST_COUNT_MS = 20_000;
/** Whoever was away for so long was not at the bench. */
const AWAY_MS = 30 * 60_000;
const MOST_STRETCHES = 60;
const LEAST_STRETCH_MS = 5_000;
const MOST_READINGS = 120;

/**
 * What happened in a run, minute by minute: where the time went, how fast it went, where it stood still.
 *
 * @param moments in the order of time
 * @example
 * runStory([
 *   { atMs: 0, counted: 0, stage: 'counting', stopped: null },
 *   { atMs: 6000, counted: 10, stage: 'counting', stopped: null },
 *   { atMs: 9000, counted: 10, stage: 'counting', stopped: 'snag' },
 *   { atMs: 19000, counted: 10, stage: 'counting', stopped: null },
 * ]).spentMs // => { preparing: 0, turning: 6000, stopped: 10000, resting: 3000, finishing: 0 }
 */
export function runStory(moments: readonly RunMoment[]): RunStory {
  const startedMs = moments[0]?.atMs ?? 0;
  const spentMs: RunStory['spentMs'] = { preparing: 0, turning: 0, stopped: 0, resting: 0, finishing: 0 };
  const turning: { fromMs: number; untilMs: number; counts: number }[] = [];
  const stops: RunStop[] = [];
  // Time at the bench alone, so that a night in between does not squeeze the curve.
  let clockMs = 0;
  moments.forEach((now, i) => {
    const before = moments[i - 1];
    if (before) {
      const passedMs = Math.max(0, now.atMs - before.atMs);
      const atBenchMs = passedMs > AWAY_MS ? 0 : passedMs;
      const counts = now.counted - before.counted;
      const activity = activityBetween(before, counts, passedMs);
      spentMs[activity] += atBenchMs;
      if (activity === 'turning') turning.push({ fromMs: clockMs, untilMs: clockMs + atBenchMs, counts });
      clockMs += atBenchMs;
    }
    const open = stops.at(-1);
    if (before?.stopped && open && (now.stopped !== before.stopped || i === moments.length - 1)) open.untilMs = clockMs;
    if (now.stopped && now.stopped !== before?.stopped)
      stops.push({ fromMs: clockMs, untilMs: clockMs, reason: now.stopped, counted: now.counted });
  });
  return { startedMs, lastedMs: clockMs, spentMs, pace: paceOf(turning), stops, readings: thinned(moments, startedMs) };
}

function activityBetween(before: RunMoment, counts: number, passedMs: number): Activity {
  if (before.stopped) return 'stopped';
  if (before.stage !== 'counting') return before.stage;
  return counts > 0 && passedMs <= LONGEST_COUNT_MS * counts ? 'turning' : 'resting';
}

/** The counts spread over the time in which they were made, stretch by stretch. */
function paceOf(turning: readonly { fromMs: number; untilMs: number; counts: number }[]): RunStory['pace'] {
  const [first, last] = [turning[0], turning.at(-1)];
  if (!first || !last) return [];
  const wholeMs = last.untilMs - first.fromMs;
  const stretchMs = Math.max(LEAST_STRETCH_MS, wholeMs / MOST_STRETCHES);
  const stretches = Math.max(1, Math.ceil(wholeMs / stretchMs - 1e-9));
  return Array.from({ length: stretches }, (_, i) => {
    const fromMs = first.fromMs + i * stretchMs;
    const untilMs = Math.min(last.untilMs, fromMs + stretchMs);
    let counts = 0;
    let movedMs = 0;
    for (const each of turning) {
      const sharedMs = Math.min(untilMs, each.untilMs) - Math.max(fromMs, each.fromMs);
      if (sharedMs <= 0) continue;
      movedMs += sharedMs;
      counts += (each.counts * sharedMs) / (each.untilMs - each.fromMs);
    }
    return { fromMs, untilMs, perMinute: movedMs > 0 ? (counts * 60_000) / movedMs : null };
  });
}

function thinned(moments: readonly RunMoment[], startedMs: number): RunStory['readings'] {
  const all = moments.flatMap(({ atMs, reading }) => (reading ? [{ atMs: atMs - startedMs, ...reading }] : []));
  if (all.length <= MOST_READINGS) return all;
  const step = (all.length - 1) / (MOST_READINGS - 1);
  return Array.from({ length: MOST_READINGS }, (_, i) => all[Math.round(i * step)]!);
}

/**
 * How a winding stood, for its story.
 *
 * @example
 * momentOfWinding({ atMs: 5, turns: [3], stage: 'wind', stopped: null }) // => { atMs: 5, counted: 3, stage: 'counting', stopped: null }
 */
export function momentOfWinding({
  atMs,
  turns,
  stage,
  stopped,
}: Pick<RunState, 'turns' | 'stage' | 'stopped'> & { atMs: number }): RunMoment {
  return {
    atMs,
    counted: turns.reduce((sum, _, part) => sum + turnsOn({ turns }, part), 0),
    stage: stage === 'prepare' ? 'preparing' : stage === 'wind' ? 'counting' : 'finishing',
    stopped: stopped?.reason ?? null,
  };
}

/**
 * How the counting of minis stood, for its story.
 *
 * @example
 * momentOfMinis(5, { stage: 'count', part: 0, loops: [3], weighed: [null], parent: [], skipped: [false], pausedSinceMs: null, lastMs: 5 }).counted // => 3
 */
export function momentOfMinis(atMs: number, state: MiniRunState): RunMoment {
  return {
    atMs,
    counted: state.loops.reduce((sum, _, part) => sum + loopsOn(state, part), 0),
    stage: state.stage === 'count' ? 'counting' : 'finishing',
    stopped: state.pausedSinceMs === null ? null : 'a pause',
  };
}
