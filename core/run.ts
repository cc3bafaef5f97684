import type { Form } from './piece';

/** Where a winding run stands. Each cake of the plan goes from `wind` to `take off`; then all are weighed together. */
export const STAGES = ['prepare', 'wind', 'take off', 'weigh'] as const;
export type Stage = (typeof STAGES)[number];

/** What is looked to before the crank turns. */
export const PREPARE_STEPS = ['open', 'strands', 'snap', 'mount', 'ties', 'end', 'seat'] as const;

/**
 * The steps before winding that a piece of this form needs: only a hank is opened, snapped, mounted and untied.
 *
 * @example
 * prepareStepsFor('cake') // => ['end', 'seat']
 */
export function prepareStepsFor(form: Form): readonly (typeof PREPARE_STEPS)[number][] {
  return form === 'hank' ? PREPARE_STEPS : ['end', 'seat'];
}

/** What is done, in this order, once the yarn is on the spindle. */
export const TAKE_OFF_STEPS = ['inner end', 'lift', 'hole', 'outer end', 'slip'] as const;

export type RunStep = (typeof PREPARE_STEPS)[number] | (typeof TAKE_OFF_STEPS)[number];

export const STOP_REASONS = ['snag', 'slipped off the swift', 'over the base', 'broke', 'a knot', 'a pause'] as const;
export type StopReason = (typeof STOP_REASONS)[number];

/**
 * One thing that happened in a run. Events are only ever added, each under its own `key`, so that one that is sent
 * twice counts once, and those of two tabs add up.
 */
export type RunEvent = { key: string; atMs: number; part: number } & (
  | { kind: 'tick'; step: RunStep; done: boolean }
  | { kind: 'stage'; stage: Stage }
  /** Turns of the crank; below zero it takes a miscount back. */
  | { kind: 'turns'; amount: number }
  | { kind: 'stop'; reason: StopReason; atTurn: number }
  | { kind: 'resume' }
  | { kind: 'knot'; atTurn: number }
  | { kind: 'unknot' }
);

export interface RunMark {
  part: number;
  atTurn: number;
}

/** Where a run stands; plain data, so that it can be sent and gone on from. */
export interface RunState {
  stage: Stage;
  /** The cake in hand, counted from 0. */
  part: number;
  /** The sum of what was counted for each cake; see `turnsOn`. */
  turns: number[];
  ticked: string[];
  stopped: { reason: StopReason; sinceMs: number } | null;
  stops: (RunMark & { reason: StopReason })[];
  knots: RunMark[];
  /** Time spent turning, stops and rests left out. */
  windingMs: number;
  lastTurnMs: number | null;
}

/** A gap longer than this between two counts is a rest, not a slow turn. */
const LONGEST_TURN_MS = 20_000;

/**
 * A run in which nothing has happened yet.
 *
 * @param cakes how many the plan makes
 * @example
 * newRun(2).turns // => [0, 0]
 */
export function newRun(cakes: number): RunState {
  return {
    stage: 'prepare',
    part: 0,
    turns: Array.from({ length: cakes }, () => 0),
    ticked: [],
    stopped: null,
    stops: [],
    knots: [],
    windingMs: 0,
    lastTurnMs: null,
  };
}

/**
 * The state of a run after one more thing has happened.
 *
 * @example
 * afterEvent(newRun(1), { key: 'a', atMs: 0, part: 0, kind: 'turns', amount: 3 }).turns // => [3]
 */
export function afterEvent(state: RunState, event: RunEvent): RunState {
  const { part, atMs } = event;
  switch (event.kind) {
    case 'tick': {
      const key = tickKey(part, event.step);
      const others = state.ticked.filter((ticked) => ticked !== key);
      return { ...state, ticked: event.done ? [...others, key] : others };
    }
    case 'stage':
      return {
        ...state,
        stage: event.stage,
        part: Math.min(part, state.turns.length - 1),
        stopped: null,
        lastTurnMs: null,
      };
    case 'turns':
      return afterTurns(state, part, event.amount, atMs);
    case 'stop':
      return {
        ...state,
        stopped: { reason: event.reason, sinceMs: atMs },
        stops: [...state.stops, { part, atTurn: event.atTurn, reason: event.reason }],
        lastTurnMs: null,
      };
    case 'resume':
      return { ...state, stopped: null };
    case 'knot':
      return { ...state, knots: [...state.knots, { part, atTurn: event.atTurn }] };
    case 'unknot':
      return { ...state, knots: state.knots.slice(0, -1) };
  }
}

/**
 * The state of a run from all that happened in it, in the order in which it was kept.
 *
 * @param cakes how many the plan makes
 * @example
 * runState([{ key: 'a', atMs: 0, part: 0, kind: 'turns', amount: 3 }], 1).turns // => [3]
 */
export function runState(events: readonly RunEvent[], cakes: number): RunState {
  const seen = new Set<string>();
  const once = events.filter(({ key }) => !seen.has(key) && seen.add(key));
  return once.reduce(afterEvent, newRun(cakes));
}

/**
 * Crank turns counted for one cake. The sum may lie below zero for a moment, where a miscount that was taken back in
 * one tab arrives before the count of another; it is never shown so.
 *
 * @example
 * turnsOn({ turns: [40, -1] }, 1) // => 0
 */
export function turnsOn({ turns }: Pick<RunState, 'turns'>, part: number): number {
  return Math.max(0, turns[part] ?? 0);
}

/**
 * The cakes that anything was wound onto, by their place in the plan; the first, where nothing was counted.
 *
 * @example
 * woundParts({ turns: [40, 0, 12] }) // => [0, 2]
 */
export function woundParts(state: Pick<RunState, 'turns'>): number[] {
  const wound = state.turns.map((_, part) => part).filter((part) => turnsOn(state, part) > 0);
  return wound.length > 0 ? wound : [0];
}

function afterTurns(state: RunState, part: number, amount: number, atMs: number): RunState {
  const turns = state.turns.map((counted, i) => (i === part ? counted + amount : counted));
  if (amount <= 0) return { ...state, turns };
  const gapMs = state.lastTurnMs === null ? 0 : atMs - state.lastTurnMs;
  const turning = gapMs > 0 && gapMs <= LONGEST_TURN_MS * amount;
  return { ...state, turns, windingMs: state.windingMs + (turning ? gapMs : 0), lastTurnMs: atMs };
}

/**
 * The name under which a tick is kept: preparing is done once, taking off once a cake.
 *
 * @example
 * tickKey(2, 'lift') // => '2 lift'
 */
export function tickKey(part: number, step: RunStep): string {
  return `${part} ${step}`;
}

/** What the bench should say at this turn. */
export type Cue = 'gentle' | 'steady' | 'slow' | 'stop' | 'past';

/**
 * How to crank just now: gently at first, then steadily, slowly near the end, stop, or past the planned end.
 *
 * @example
 * cueAt(3, { gentleUntil: 12, slowFrom: 540, stopAt: 560 }) // => 'gentle'
 */
export function cueAt(turns: number, plan: { gentleUntil: number; slowFrom: number; stopAt: number }): Cue {
  if (turns > plan.stopAt) return 'past';
  if (turns >= plan.stopAt) return 'stop';
  if (turns >= plan.slowFrom) return 'slow';
  return turns < plan.gentleUntil ? 'gentle' : 'steady';
}

/**
 * Seconds for one turn of the crank in this run; undefined while there is too little to tell.
 *
 * @example
 * secondsPerTurn({ turns: [100], windingMs: 80_000 }) // => 0.8
 */
export function secondsPerTurn({ turns, windingMs }: Pick<RunState, 'turns' | 'windingMs'>): number | undefined {
  const counted = turns.reduce((sum, n) => sum + n, 0);
  return counted >= 20 && windingMs > 0 ? windingMs / 1000 / counted : undefined;
}
