/** Where a winding run stands. Each cake of the plan goes from `wind` to `take off`; then all are weighed together. */
export const STAGES = ['prepare', 'wind', 'take off', 'weigh'] as const;
export type Stage = (typeof STAGES)[number];

/** What is looked to before the crank turns. */
export const PREPARE_STEPS = ['open', 'strands', 'snap', 'mount', 'ties', 'end', 'seat'] as const;

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

export interface RunState {
  stage: Stage;
  /** The cake in hand, counted from 0. */
  part: number;
  /** Crank turns counted for each cake. */
  turns: number[];
  ticked: ReadonlySet<string>;
  stopped: { reason: StopReason; sinceMs: number } | null;
  stops: (RunMark & { reason: StopReason })[];
  knots: RunMark[];
  /** Time spent turning, stops left out. */
  windingMs: number;
}

/** A gap longer than this between two counts is a rest, not a slow turn. */
const LONGEST_TURN_MS = 20_000;

/**
 * The state of a run from all that happened in it, in the order in which it was kept.
 *
 * @param parts how many cakes the plan makes
 * @example
 * runState([{ key: 'a', atMs: 0, part: 0, kind: 'turns', amount: 3 }], 1).turns // => [3]
 */
export function runState(events: readonly RunEvent[], parts: number): RunState {
  const state: RunState & { ticked: Set<string> } = {
    stage: 'prepare',
    part: 0,
    turns: Array.from({ length: parts }, () => 0),
    ticked: new Set(),
    stopped: null,
    stops: [],
    knots: [],
    windingMs: 0,
  };
  const seen = new Set<string>();
  let lastTurnMs: number | null = null;
  for (const event of events) {
    if (seen.has(event.key)) continue;
    seen.add(event.key);
    switch (event.kind) {
      case 'tick':
        if (event.done) state.ticked.add(tickKey(event.part, event.step));
        else state.ticked.delete(tickKey(event.part, event.step));
        break;
      case 'stage':
        state.stage = event.stage;
        state.part = Math.min(event.part, parts - 1);
        state.stopped = null;
        lastTurnMs = null;
        break;
      case 'turns':
        state.turns[event.part] = (state.turns[event.part] ?? 0) + event.amount;
        if (event.amount > 0) {
          const gapMs = lastTurnMs === null ? 0 : event.atMs - lastTurnMs;
          if (gapMs > 0 && gapMs <= LONGEST_TURN_MS * event.amount) state.windingMs += gapMs;
          lastTurnMs = event.atMs;
        }
        break;
      case 'stop':
        state.stopped = { reason: event.reason, sinceMs: event.atMs };
        state.stops.push({ part: event.part, atTurn: event.atTurn, reason: event.reason });
        lastTurnMs = null;
        break;
      case 'resume':
        state.stopped = null;
        break;
      case 'knot':
        state.knots.push({ part: event.part, atTurn: event.atTurn });
        break;
      case 'unknot':
        state.knots.pop();
        break;
    }
  }
  // Clamped at the end only: a miscount taken back in one tab may arrive before the count of another.
  state.turns = state.turns.map((turns) => Math.max(0, turns));
  return state;
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
