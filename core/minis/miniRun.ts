import { type Estimate, readingSd, weightedMean } from '../common/estimate';
import type { EventStamp } from '../common/runSync';
import type { TroubleReport } from '../trouble/trouble';
import type { Fault } from '../yarn/faults';
import { type LoopMass, loopMass, loopsForMass, loopsMassG, type LoopsWeighed } from './gramsPerLoop';

/** What is done with each mini of a session; after the last, what is left is weighed. */
export const MINI_STAGES = ['count', 'weigh', 'finish'] as const;
export type MiniStage = (typeof MINI_STAGES)[number];

/** A mini that is to be made out of a parent, in the order of the yarn. */
export interface MiniToMake {
  /** Which of the wanted sizes it is. */
  sizeId: string;
  name: string;
  massG: number;
  toleranceG: number;
  /** Counted from 0 along the parent, from the end that is worked from. */
  segment: number;
}

/** What a session on one parent starts from. */
export interface MiniSession {
  minis: readonly MiniToMake[];
  /** Grams between the knots. */
  segmentsG: readonly number[];
  /** What each mini costs beyond its own mass: its ends and its ties. */
  cutLossG: number;
  /** What is cut off and put aside, each after so many minis. */
  left?: readonly { afterMini: number; massG: number }[];
  /** Grams in a loop, as it was known before. */
  gramsPerLoop: Estimate;
}

/** One thing that happens in a session, as a screen tells it; `part` is the mini, counted from 0. */
export type NewMiniEvent = { part: number } & (
  | { kind: 'loops'; amount: number }
  | { kind: 'stage'; stage: MiniStage }
  /** `odd`: it contradicts the count and was kept all the same, so it teaches nothing. */
  | { kind: 'weigh'; massG: number; resolutionG: number; odd: boolean }
  | { kind: 'unweigh' }
  /** What is left of the parent, after this mini was cut. */
  | { kind: 'weigh parent'; massG: number; resolutionG: number }
  | { kind: 'unweigh parent' }
  /** It is not made after all, or it is. */
  | { kind: 'skip'; skipped: boolean }
  | { kind: 'pause' }
  | { kind: 'resume' }
  /** What went wrong, and what helped. */
  | ({ kind: 'trouble'; atLoop: number } & TroubleReport)
);

/** The same as it is kept. Events are only ever added. */
export type MiniEvent = NewMiniEvent & EventStamp;

export interface MiniWeighing {
  massG: number;
  resolutionG: number;
  odd: boolean;
  /** The loops that it was made of; those it has now, where a note from before that was kept does not say. */
  loops?: number;
}

/** Where a session stands; plain data, so that it can be sent and gone on from. */
export interface MiniRunState {
  stage: MiniStage;
  /** The mini in hand. */
  part: number;
  /** Counted for each; see `loopsOn`. */
  loops: number[];
  weighed: (MiniWeighing | null)[];
  parent: { afterPart: number; massG: number; resolutionG: number }[];
  skipped: boolean[];
  /** What went wrong at which loop of which mini, and what helped. */
  troubles: ({ part: number; atLoop: number } & TroubleReport)[];
  pausedSinceMs: number | null;
  lastMs: number | null;
}

/**
 * A session in which nothing has happened yet.
 *
 * @example
 * newMiniRun(2).loops // => [0, 0]
 */
export function newMiniRun(minis: number): MiniRunState {
  return {
    stage: 'count',
    part: 0,
    loops: Array.from({ length: minis }, () => 0),
    weighed: Array.from({ length: minis }, () => null),
    parent: [],
    skipped: Array.from({ length: minis }, () => false),
    troubles: [],
    pausedSinceMs: null,
    lastMs: null,
  };
}

/**
 * Where a session stands after one more event.
 *
 * @example
 * afterMiniEvent(newMiniRun(1), { writer: 'a', seq: 1, atMs: 5, part: 0, kind: 'loops', amount: 10 }).loops // => [10]
 */
export function afterMiniEvent(state: MiniRunState, event: MiniEvent): MiniRunState {
  const next = { ...state, lastMs: Math.max(state.lastMs ?? 0, event.atMs) };
  const { part } = event;
  switch (event.kind) {
    case 'loops':
      // Not cut off at none: counts of two screens add up in whatever order they arrive.
      return { ...next, loops: replaced(state.loops, part, state.loops[part]! + event.amount), pausedSinceMs: null };
    case 'stage':
      return { ...next, stage: event.stage, part, pausedSinceMs: null };
    case 'weigh': {
      const { massG, resolutionG, odd } = event;
      return {
        ...next,
        weighed: replaced(state.weighed, part, { massG, resolutionG, odd, loops: loopsOn(state, part) }),
      };
    }
    case 'unweigh':
      return { ...next, weighed: replaced(state.weighed, part, null) };
    case 'weigh parent': {
      const { massG, resolutionG } = event;
      const others = state.parent.filter(({ afterPart }) => afterPart !== part);
      const parent = [...others, { afterPart: part, massG, resolutionG }].sort((a, b) => a.afterPart - b.afterPart);
      return { ...next, parent };
    }
    case 'unweigh parent':
      return { ...next, parent: state.parent.filter(({ afterPart }) => afterPart !== part) };
    case 'skip':
      return { ...next, skipped: replaced(state.skipped, part, event.skipped) };
    case 'pause':
      return { ...next, pausedSinceMs: event.atMs };
    case 'resume':
      return { ...next, pausedSinceMs: null };
    case 'trouble': {
      const { atLoop, trouble, attempt, minutes, lostM, then } = event;
      return { ...next, troubles: [...state.troubles, { part, atLoop, trouble, attempt, minutes, lostM, then }] };
    }
  }
}

function replaced<T>(values: readonly T[], at: number, value: T): T[] {
  return values.map((each, i) => (i === at ? value : each));
}

/**
 * Loops that were counted for a mini; never fewer than none, however the counts came.
 *
 * @example
 * loopsOn({ ...newMiniRun(1), loops: [-1] }, 0) // => 0
 */
export function loopsOn(state: MiniRunState, part: number): number {
  return Math.max(0, state.loops[part] ?? 0);
}

/**
 * Where in a mini of this length two ends were joined after trouble: a loop that was taken off again since lies at its end.
 *
 * @example
 * knotsTied({ ...newMiniRun(1), loops: [10], troubles: [{ part: 0, atLoop: 4, trouble: 'snapped', attempt: 'join', minutes: 2, lostM: 0, then: 'join' }] }, 0, 15) // => [{ kind: 'knot', atM: 6 }]
 */
export function knotsTied(state: MiniRunState, part: number, lengthM: number): Fault[] {
  const loops = loopsOn(state, part);
  return state.troubles
    .filter((each) => each.part === part && each.then === 'join' && loops > 0)
    .map(({ atLoop }) => ({ kind: 'knot', atM: (lengthM * Math.min(atLoop, loops)) / loops }));
}

/**
 * The minis that were made, by their place: counted, cut, and not left out.
 *
 * @example
 * minisMade({ ...newMiniRun(3), stage: 'finish', part: 2, loops: [40, 0, 41] }) // => [0, 2]
 */
export function minisMade(state: MiniRunState): number[] {
  return state.loops.flatMap((_, part) => (isMade(state, part) ? [part] : []));
}

function isMade(state: MiniRunState, part: number): boolean {
  if (state.skipped[part] || loopsOn(state, part) === 0) return false;
  // The one in hand is made once it is cut.
  return part !== state.part || state.stage !== 'count';
}

/**
 * The minis that are still to be made, the one in hand first.
 *
 * @example
 * minisToCome({ ...newMiniRun(3), part: 1, loops: [40, 12, 0] }) // => [1, 2]
 */
export function minisToCome(state: MiniRunState): number[] {
  return state.loops.flatMap((_, part) => (state.skipped[part] || isMade(state, part) ? [] : [part]));
}

/**
 * The mini to go on with from this one: the next along the yarn, else the first that was passed over.
 *
 * @returns undefined where none is to come
 * @example
 * nextToCome({ ...newMiniRun(3), part: 1, loops: [0, 40, 0], stage: 'weigh' }, 1) // => 2
 */
export function nextToCome(state: MiniRunState, leaving: number): number | undefined {
  const coming = minisToCome(state).filter((part) => part !== leaving);
  return coming.find((part) => part > leaving) ?? coming[0];
}

/**
 * After how many minis something may be left: where it was planned, and at the end in any case.
 *
 * @example
 * remainderPlaces({ left: [{ afterMini: 2, massG: 3 }], minis: [{}, {}, {}] }) // => [2, 3]
 */
export function remainderPlaces({
  left,
  minis,
}: {
  left: readonly { afterMini: number }[];
  minis: readonly unknown[];
}): number[] {
  const places = left.map(({ afterMini }) => afterMini);
  return places.at(-1) === minis.length ? places : [...places, minis.length];
}

/**
 * What a loop weighs, by everything that was weighed in this session so far.
 *
 * Minis that were weighed each tell their own. Each weighing of the parent tells what all minis before it weigh
 * together; it is the better one where the scale is coarse. A weighing that was kept though it contradicts the count
 * teaches nothing.
 *
 * @param parentG what the parent weighed before the first mini, and to which step
 * @example
 * loopMassOf({ minis: [], segmentsG: [100], cutLossG: 0, gramsPerLoop: { mean: 0.2, sd: 0.01 } }, newMiniRun(0), { massG: 100, resolutionG: 1 }).gramsPerLoop // => 0.2
 */
export function loopMassOf(
  session: MiniSession,
  state: MiniRunState,
  parentG: { massG: number; resolutionG: number },
): LoopMass {
  const wantedG = session.minis.reduce((sum, { massG }) => sum + massG, 0);
  return loopMass(
    [...ownWeighings(state), ...parentWeighings(session, state, parentG)],
    session.gramsPerLoop,
    wantedG / session.gramsPerLoop.mean,
    readingSd(parentG.resolutionG),
  );
}

/**
 * Loops that were wound before a mini, since the beginning of the session.
 *
 * @example
 * loopsBefore({ ...newMiniRun(3), loops: [40, 41, 0] }, 2) // => 81
 */
export function loopsBefore(state: MiniRunState, part: number): number {
  return state.loops.reduce((sum, _, i) => sum + (i < part && !state.skipped[i] ? loopsOn(state, i) : 0), 0);
}

/** What was weighed teaches by the loops that were on the scale, also where some were taken off again since. */
function ownWeighings(state: MiniRunState): LoopsWeighed[] {
  return state.weighed.flatMap((weighing, part) => {
    const loops = weighing?.loops ?? loopsOn(state, part);
    if (!weighing || weighing.odd || state.skipped[part] || loops === 0) return [];
    const fromLoop = loopsBefore(state, part);
    return [
      { fromLoop, toLoop: fromLoop + loops, massG: weighing.massG, sdG: readingSd(weighing.resolutionG), minis: 1 },
    ];
  });
}

/**
 * The weighing of a mini as it is now; null where it was not weighed, or where loops were added or taken off since.
 *
 * @example
 * weighingNow({ ...newMiniRun(1), loops: [113], weighed: [{ massG: 21.3, resolutionG: 0.1, odd: false, loops: 120 }] }, 0) // => null
 */
export function weighingNow(state: MiniRunState, part: number): MiniWeighing | null {
  const weighing = state.weighed[part] ?? null;
  return weighing && (weighing.loops ?? loopsOn(state, part)) === loopsOn(state, part) ? weighing : null;
}

/**
 * How many loops to take off a mini that weighs more than it may, so that it weighs what is wanted; 0: none.
 *
 * @example
 * loopsTooMany({ gramsPerLoop: 0.1775, driftPerLoop: 0, covariance: [0, 0, 0] }, { ...newMiniRun(1), loops: [120] }, 0, { massG: 20, toleranceG: 0.5 }) // => 7
 */
export function loopsTooMany(
  learned: LoopMass,
  state: MiniRunState,
  part: number,
  { massG, toleranceG }: { massG: number; toleranceG: number },
): number {
  const { mean } = massOfMini(state, learned, part);
  if (mean <= massG + toleranceG) return 0;
  // This mini may be heavier than the others: what is too much of it comes off, in loops that weigh what loops there do.
  return loopsForMass(learned, loopsBefore(state, part) + loopsOn(state, part), mean - massG);
}

function parentWeighings(
  session: MiniSession,
  state: MiniRunState,
  parentG: { massG: number; resolutionG: number },
): LoopsWeighed[] {
  const made = minisMade(state);
  return state.parent.flatMap(({ afterPart, massG, resolutionG }) => {
    const before = made.filter((part) => part <= afterPart);
    // The same grams on a finer scale, mini by mini, have told already what these would tell again.
    const isReported = (part: number) => (weighingNow(state, part)?.resolutionG ?? Infinity) <= resolutionG;
    if (before.every(isReported)) return [];
    return {
      fromLoop: 0,
      toLoop: before.reduce((sum, part) => sum + loopsOn(state, part), 0),
      massG: parentG.massG - massG - before.length * session.cutLossG - putAsideG(session, afterPart),
      sdG: readingSd(resolutionG),
      minis: before.length,
      byParent: true,
    };
  });
}

/** What was cut off and put aside before a mini was cut; it is no longer on the parent. */
function putAsideG({ left = [] }: MiniSession, part: number): number {
  return left.reduce((sum, { afterMini, massG }) => sum + (afterMini <= part ? massG : 0), 0);
}

/**
 * What should be left of the parent once a mini is cut, by all that was counted and weighed.
 *
 * @param parentMassG what it weighed before the first
 * @example
 * parentAfterG({ minis: [], segmentsG: [100], cutLossG: 0.5, gramsPerLoop: { mean: 0.2, sd: 0.01 } }, { ...newMiniRun(1), loops: [50], stage: 'weigh' }, { gramsPerLoop: 0.2, driftPerLoop: 0, covariance: [0, 0, 0] }, 100, 0) // => 89.5
 */
export function parentAfterG(
  session: MiniSession,
  state: MiniRunState,
  learned: LoopMass,
  parentMassG: number,
  part: number,
): number {
  const goneG = minisMade(state)
    .filter((each) => each <= part)
    .reduce((sum, each) => sum + massOfMini(state, learned, each).mean + session.cutLossG, 0);
  return Math.max(0, parentMassG - goneG - putAsideG(session, part));
}

/** How the mini in hand is to be made. */
export interface NextMini {
  /** To stop at. */
  loops: number;
  /** What a loop weighs, by all that was weighed so far. */
  learned: LoopMass;
  /** What so many loops will weigh. */
  expected: Estimate;
  /** What is aimed at: the size that is wanted, or less where what is left has to do for all that are to come. */
  aimG: number;
  /** What is left of its stretch of yarn for minis, ends and ties taken off. */
  remainingG: number;
  /** How much is missing for all that are to come from this stretch, each at the least that it may weigh; 0: none. */
  shortG: number;
}

/**
 * How many loops the mini in hand gets, by what the ones before have weighed, so that all stay within their tolerance
 * and the last is not a runt: where what is left is less than what all would take, all get a little less.
 *
 * @example
 * nextMini({ minis: [{ sizeId: 's', name: '', massG: 12, toleranceG: 0.5, segment: 0 }], segmentsG: [50], cutLossG: 0.2, gramsPerLoop: { mean: 0.2, sd: 0.01 } }, newMiniRun(1), { massG: 50, resolutionG: 1 }).loops // => 60
 */
export function nextMini(
  session: MiniSession,
  state: MiniRunState,
  parentG: { massG: number; resolutionG: number },
): NextMini {
  const { part } = state;
  const mini = session.minis[part]!;
  const learned = loopMassOf(session, state, parentG);
  const at = loopsBefore(state, part);
  const remainingG = remainingOfSegment(session, state, learned, mini.segment);
  const coming = minisToCome(state)
    .map((each) => session.minis[each]!)
    .filter(({ segment }) => segment === mini.segment);
  const forMinisG = remainingG - coming.length * session.cutLossG;
  const wantedG = coming.reduce((sum, { massG }) => sum + massG, 0);
  const leastG = coming.reduce((sum, { massG, toleranceG }) => sum + massG - toleranceG, 0);
  // What is missing is taken from all alike, as far as each may be lighter.
  const share = wantedG > leastG ? Math.min(1, Math.max(0, (wantedG - forMinisG) / (wantedG - leastG))) : 0;
  // Not to the very edge: a mini that is to be just within its tolerance is as often without.
  const aimG = mini.massG - mini.toleranceG * Math.min(share, MOST_OF_TOLERANCE);
  const loops = loopsForMass(learned, at, aimG);
  return {
    loops,
    learned,
    expected: loopsMassG(learned, at, loops),
    aimG,
    remainingG: Math.max(0, forMinisG),
    shortG: Math.max(0, leastG - forMinisG),
  };
}

/** So much of its tolerance a mini is made lighter at most. */
const MOST_OF_TOLERANCE = 0.7;

/**
 * What is left between the knots for the minis to come: what there was, less what was cut from it; or, where the parent
 * was weighed on this stretch, what it weighed then, less the stretches beyond.
 */
function remainingOfSegment(session: MiniSession, state: MiniRunState, learned: LoopMass, segment: number): number {
  const isHere = (part: number) => session.minis[part]!.segment === segment;
  const weighed = state.parent.filter(({ afterPart }) => isHere(afterPart)).at(-1);
  const beyondG = session.segmentsG.slice(segment + 1).reduce((sum, massG) => sum + massG, 0);
  const fromG = weighed ? weighed.massG - beyondG : session.segmentsG[segment]!;
  return minisMade(state)
    .filter((part) => isHere(part) && part > (weighed?.afterPart ?? -1))
    .reduce((remainingG, part) => remainingG - massOfMini(state, learned, part).mean - session.cutLossG, fromG);
}

/**
 * What a mini weighs, by its weighing and by its loops together: beside a coarse scale the loops tell more. Loops that came
 * off or on after it was weighed weigh what loops there do.
 *
 * @example
 * massOfMini({ ...newMiniRun(1), loops: [50] }, { gramsPerLoop: 0.2, driftPerLoop: 0, covariance: [0, 0, 0] }, 0).mean // => 10
 */
export function massOfMini(state: MiniRunState, learned: LoopMass, part: number): Estimate {
  const [from, loops] = [loopsBefore(state, part), loopsOn(state, part)];
  const byLoops = loopsMassG(learned, from, loops);
  const weighing = state.weighed[part];
  if (!weighing) return byLoops;
  const loopsThen = weighing.loops ?? loops;
  const since = loopsMassG(learned, from + Math.min(loops, loopsThen), Math.abs(loops - loopsThen));
  const byScale = {
    mean: Math.max(0, weighing.massG + Math.sign(loops - loopsThen) * since.mean),
    sd: Math.hypot(readingSd(weighing.resolutionG), since.sd),
  };
  return weighing.odd || byLoops.sd === 0 ? byScale : weightedMean([byScale, byLoops]);
}
