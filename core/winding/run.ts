import { lowerFirst, plural } from '../common/format';
import { FAULT_KINDS, type FaultKind } from '../yarn/faults';
import type { EventStamp } from '../common/runSync';
import { type PieceForm, needsSwift } from '../yarn/piece';
import type { TroubleReport } from '../trouble/trouble';
import type { Schools } from '../bench/schools';

/** Where a winding run stands. Each cake of the plan goes from `wind` to `take off`; then all are weighed together. */
export const STAGES = ['prepare', 'wind', 'take off', 'weigh'] as const;
export type Stage = (typeof STAGES)[number];

/** What is looked to before the crank turns, or the hand. */
export const PREPARE_STEPS = [
  'band',
  'open',
  'folded',
  'crossing',
  'snap',
  'clamp',
  'mount',
  'ties',
  'end',
  'park',
  'seat',
  'tail',
  'lay',
  'cross',
] as const;

/** What is done once the yarn is on the spindle or the form. */
export const TAKE_OFF_STEPS = ['inner end', 'lift', 'close', 'outer end', 'slide', 'hole', 'slip'] as const;

export type RunStep = (typeof PREPARE_STEPS)[number] | (typeof TAKE_OFF_STEPS)[number];

/** What yarn is wound onto: a winder, or a form that is held in the hand. */
export const HAND_FORMS = ['nostepinne', 'tube', 'thumb', 'fingers'] as const;
export type HandForm = (typeof HAND_FORMS)[number];
export type WoundOnto = 'winder' | HandForm;

/**
 * Wound round itself every way it becomes a ball; round a spindle, a stick or a tube it keeps a height.
 *
 * @example
 * isWoundAsBall('thumb') // => true
 */
export function isWoundAsBall(onto: WoundOnto): boolean {
  return onto === 'thumb' || onto === 'fingers';
}

/**
 * What a strand becomes: on a winder a cake, in the hand a ball.
 *
 * @example
 * madeOn('nostepinne') // => 'ball'
 */
export function madeOn(onto: WoundOnto): 'cake' | 'ball' {
  return onto === 'winder' ? 'cake' : 'ball';
}

/**
 * So many of them in words.
 *
 * @example
 * madeInWords(1, 'winder') // => 'one cake'
 */
export function madeInWords(made: number, onto: WoundOnto): string {
  return made === 1 ? `one ${madeOn(onto)}` : plural(made, madeOn(onto));
}

/**
 * What is counted as it is wound: turns of a crank, or wraps by hand.
 *
 * @example
 * countedOn('thumb') // => 'wraps'
 */
export function countedOn(onto: WoundOnto): 'turns' | 'wraps' {
  return onto === 'winder' ? 'turns' : 'wraps';
}

/**
 * The steps before winding, in the order of the user's school: only a hank is opened, snapped, mounted and untied; what comes
 * with a band loses it first; a winder is set up and threaded, a form in the hand is begun with a tail.
 *
 * @example
 * prepareSteps({ form: 'cake', onto: 'winder', ties: 'after mounting' }) // => ['clamp', 'end', 'seat']
 * @example
 * prepareSteps({ form: 'hank', onto: 'thumb', ties: 'before mounting' }) // => ['band', 'open', 'folded', 'crossing', 'snap', 'ties', 'mount', 'end', 'park', 'tail', 'lay', 'cross']
 */
export function prepareSteps({
  form,
  onto,
  ties,
}: {
  form: PieceForm;
  onto: WoundOnto;
  ties: Schools['ties'];
}): readonly RunStep[] {
  const band: RunStep[] = form === 'hank' || form === 'shop skein' ? ['band'] : [];
  const clamp: RunStep[] = onto === 'winder' ? ['clamp'] : [];
  const held: RunStep[] = ties === 'after mounting' ? ['mount', 'ties'] : ['ties', 'mount'];
  const loop: RunStep[] = ['open', 'folded', 'crossing', 'snap', ...clamp, ...held, 'end', 'park'];
  return [...band, ...(needsSwift(form) ? loop : [...clamp, 'end' as const]), ...startSteps(onto)];
}

function startSteps(onto: WoundOnto): readonly RunStep[] {
  return onto === 'winder' ? ['seat'] : ['tail', 'lay', 'cross'];
}

/**
 * The steps by which a finished cake or ball comes off.
 *
 * @example
 * takeOffSteps('winder', 'in the hole') // => ['inner end', 'lift', 'hole', 'outer end', 'slip']
 * @example
 * takeOffSteps('thumb', 'apart') // => ['close', 'outer end', 'slide', 'hole']
 */
export function takeOffSteps(onto: WoundOnto, slip: Schools['slip']): readonly RunStep[] {
  const off: RunStep[] =
    onto === 'winder' ? ['inner end', 'lift', 'hole', 'outer end'] : ['close', 'outer end', 'slide', 'hole'];
  // Kept apart, the slip is nothing to be done at the bench.
  return slip === 'in the hole' ? [...off, 'slip'] : off;
}

export const STOP_REASONS = [
  'snag',
  'caught at a peg',
  'round the post',
  'slipped off the swift',
  'out of the notch',
  'over the base',
  'broke',
  'a knot',
  'a pause',
] as const;
export type StopReason = (typeof STOP_REASONS)[number];

/** What a hank is held by; null where it is none, or hands hold it. */
export type HeldBy = 'pegs' | 'umbrella' | 'chairs' | null;

const SWIFTS: readonly HeldBy[] = ['pegs', 'umbrella'];
const ONLY_ON: Partial<Record<StopReason, (held: HeldBy, onto: WoundOnto) => boolean>> = {
  'caught at a peg': (held) => held === 'pegs',
  'round the post': (held) => SWIFTS.includes(held),
  'slipped off the swift': (held) => SWIFTS.includes(held),
  'out of the notch': (_, onto) => onto === 'winder',
  'over the base': (_, onto) => onto === 'winder',
};

/**
 * What can go wrong where this is wound so: without a swift nothing slips off it, and a hand has no base.
 *
 * @example
 * stopReasons({ heldBy: 'chairs', onto: 'thumb' }) // => ['snag', 'broke', 'a knot', 'a pause']
 */
export function stopReasons({ heldBy, onto }: { heldBy: HeldBy; onto: WoundOnto }): StopReason[] {
  return STOP_REASONS.filter((reason) => ONLY_ON[reason]?.(heldBy, onto) ?? true);
}

/**
 * A cake of a run by the name that it will have, and which of the run's it is.
 *
 * @example
 * cakeInHand('Cuffs of Fog', 1, 3) // => 'cuffs of Fog (2 of 3)'
 */
export function cakeInHand(label: string, part: number, parts: number): string {
  return parts === 1 ? lowerFirst(label) : `${lowerFirst(label)} (${part + 1} of ${parts})`;
}

/**
 * What it is wound onto, in a sentence.
 *
 * @example
 * ontoInWords({ onto: 'nostepinne', name: 'Nostepinne' }) // => 'by hand: nostepinne'
 */
export function ontoInWords({ onto, name }: { onto: WoundOnto; name: string }): string {
  return `${onto === 'winder' ? 'on the' : 'by hand:'} ${lowerFirst(name)}`;
}

/** What can be marked at a turn, without stopping. */
export const MARK_KINDS = [...FAULT_KINDS, 'tension changed'] as const;
export type MarkKind = FaultKind | 'tension changed';

/** A device that counts, and can drive the run in place of the space bar. */
export const COUNTING_DEVICES = ['counter', 'motor', 'microphone', 'camera'] as const;
export type CountingDevice = (typeof COUNTING_DEVICES)[number];

/** A device that hears or sees the crank from outside: what a hand counts beside it corrects it. */
export const LISTENERS = ['microphone', 'camera'] as const;
export type Listener = (typeof LISTENERS)[number];

/** One thing that happens in a run, as a screen tells it. */
export type NewRunEvent = { part: number } & (
  | { kind: 'tick'; step: RunStep; done: boolean }
  | { kind: 'stage'; stage: Stage }
  /** Turns of the crank; below zero it takes a miscount back. By a pace: ticked by a clock that a hand follows. */
  | { kind: 'turns'; amount: number; by?: 'pace' }
  | { kind: 'stop'; reason: StopReason; atTurn: number }
  | { kind: 'resume' }
  /** Of a change of colour also the colour that begins there, where it was chosen. */
  | { kind: 'mark'; mark: MarkKind; atTurn: number; hex?: string }
  /** Takes the last mark of this part back. */
  | { kind: 'unmark' }
  /** Whoever winds from here on. */
  | { kind: 'hand over'; who: string; atTurn: number }
  /** A cake is weighed before the next is wound; null: not weighed after all. */
  | { kind: 'weighed'; massG: number | null }
  /** From here on a cake is just wound, and nobody counts; `false` takes that back. */
  | { kind: 'uncounted'; is: boolean }
  /** What went wrong, and what helped. */
  | ({ kind: 'trouble'; atTurn: number } & TroubleReport)
  /**
   * What a device shows: its own total since it was switched on, under the name of that session. Totals, not steps:
   * one that is lost, late or sent by two screens changes nothing.
   */
  | { kind: 'reading'; device: CountingDevice; session: string; total: number; drives: boolean; byLength?: true }
  /** The least that must have been turned by now, as a counter's metres tell it. */
  | { kind: 'turns at least'; turns: number }
);

/** The same as it is kept. Events are only ever added. */
export type RunEvent = NewRunEvent & EventStamp;

export interface RunMark {
  part: number;
  atTurn: number;
}

/** Where a device's own total stood when it began to count for a part of this run. */
export interface DeviceBase {
  session: string;
  part: number;
  /** Turns, or metres of the counter, that the part had then. */
  had: number;
  totalThen: number;
  /** The last total, and the turns that the part had when it came. */
  total: number;
  turns: number;
  atMs: number;
  /** It counts for the run, and does not only look on. */
  drives: boolean;
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
  marks: (RunMark & { mark: MarkKind; hex?: string })[];
  /** What went wrong where, and what helped. */
  troubles: (RunMark & TroubleReport)[];
  /** What a cake weighed before the next was wound, its tare taken off; null where nobody looked. */
  weighedG: (number | null)[];
  /** Who has wound from which turn on, where it was said. */
  hands: (RunMark & { who: string })[];
  /** Cakes that were just wound, without a count, or with one that is not whole. */
  uncounted: number[];
  /** How many of each cake's turns a pace has ticked. */
  paced: number[];
  /** Time spent turning for each cake, stops and rests left out. */
  windingMs: number[];
  lastTurnMs: number | null;
  /** Milliseconds a turn, of the last stretches that were counted; the newest last. */
  lately: number[];
  devices: Partial<Record<CountingDevice, DeviceBase>>;
  /** Metres that the counter has told for each cake; null where it told nothing. */
  counterM: (number | null)[];
  /** Cakes whose turns follow from a counter's metres or a swift's rounds, and so are no second witness of their length. */
  turnsByCounter: boolean[];
  /** Stretches of each cake that the counter did not see, by their turns: before it was there, or while it was off. */
  counterUnseen: (readonly [fromTurn: number, toTurn: number])[][];
  /** How often a device came back with a new count, so that something may have passed it unseen. */
  deviceGaps: number;
}

/** A gap longer than this between two counts is a rest, not a slow turn. */
const LONGEST_TURN_MS = 20_000;

/** Stretches of counting that the pace is judged by. */
const STRETCHES_KEPT = 24;

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
    marks: [],
    troubles: [],
    weighedG: Array.from({ length: cakes }, () => null),
    hands: [],
    uncounted: [],
    paced: Array.from({ length: cakes }, () => 0),
    windingMs: Array.from({ length: cakes }, () => 0),
    lastTurnMs: null,
    lately: [],
    devices: {},
    counterM: Array.from({ length: cakes }, () => null),
    turnsByCounter: Array.from({ length: cakes }, () => false),
    counterUnseen: Array.from({ length: cakes }, () => []),
    deviceGaps: 0,
  };
}

/**
 * The state of a run after one more thing has happened.
 *
 * @example
 * afterEvent(newRun(1), { writer: 'a', seq: 1, atMs: 0, part: 0, kind: 'turns', amount: 3 }).turns // => [3]
 */
export function afterEvent(state: RunState, event: RunEvent): RunState {
  const { part, atMs } = event;
  switch (event.kind) {
    case 'tick': {
      const key = tickKey(part, event.step);
      const others = state.ticked.filter((ticked) => ticked !== key);
      return { ...state, ticked: event.done ? [...others, key] : others };
    }
    case 'stage': {
      const next = Math.min(part, state.turns.length - 1);
      return {
        ...untilNow(state, atMs),
        stage: event.stage,
        part: next,
        stopped: null,
        lastTurnMs: event.stage === 'wind' && state.uncounted.includes(next) ? atMs : null,
        lately: [],
      };
    }
    case 'turns':
      return afterTurns(
        corrected(event.by === 'pace' ? ticked(state, part, event.amount) : state, part, event.amount),
        part,
        event.amount,
        atMs,
      );
    case 'stop':
      return {
        ...untilNow(state, atMs),
        stopped: { reason: event.reason, sinceMs: atMs },
        stops: [...state.stops, { part, atTurn: event.atTurn, reason: event.reason }],
        lastTurnMs: null,
      };
    case 'resume':
      return { ...state, stopped: null, lastTurnMs: state.uncounted.includes(state.part) ? atMs : state.lastTurnMs };
    case 'mark':
      return {
        ...state,
        marks: [...state.marks, { part, atTurn: event.atTurn, mark: event.mark, ...(event.hex && { hex: event.hex }) }],
      };
    case 'unmark': {
      const last = state.marks.findLastIndex((mark) => mark.part === part);
      return { ...state, marks: state.marks.filter((_, i) => i !== last) };
    }
    case 'hand over':
      return { ...state, hands: [...state.hands, { part, atTurn: event.atTurn, who: event.who }], lastTurnMs: null };
    case 'weighed':
      return { ...state, weighedG: replaced(state.weighedG, part, event.massG) };
    case 'uncounted': {
      const others = state.uncounted.filter((each) => each !== part);
      return {
        ...untilNow(state, atMs),
        uncounted: event.is ? [...others, part] : others,
        lastTurnMs: event.is && state.stopped === null ? atMs : null,
      };
    }
    case 'trouble':
      return afterTrouble(state, event);
    case 'reading':
      return afterReading(state, event);
    case 'turns at least':
      return atLeastByCounter(state, part, event.turns, atMs);
  }
}

/**
 * The state of a run from all that happened in it, in the order in which it was kept.
 *
 * @param cakes how many the plan makes
 * @example
 * runState([{ writer: 'a', seq: 1, atMs: 0, part: 0, kind: 'turns', amount: 3 }], 1).turns // => [3]
 */
export function runState(events: readonly RunEvent[], cakes: number): RunState {
  const seen = new Set<string>();
  const once = events.filter(({ writer, seq }) => !seen.has(`${writer} ${seq}`) && seen.add(`${writer} ${seq}`));
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

/** From this share on, a cake counts as one that was wound to a pace. */
const PACED_SHARE = 0.2;

/**
 * Whether a clock has counted a cake's turns rather than a hand or a device.
 *
 * @example
 * isPaced({ turns: [560], paced: [40] }, 0) // => false
 */
export function isPaced(state: Pick<RunState, 'turns' | 'paced'>, part: number): boolean {
  return (state.paced[part] ?? 0) > PACED_SHARE * turnsOn(state, part);
}

/**
 * The turns of a cake that somebody or something saw; none where it was just wound, or where they follow from metres
 * or from a clock, and so say nothing of length, gears or pace.
 *
 * @example
 * turnsSeen({ turns: [560], paced: [540], turnsByCounter: [false], uncounted: [] }, 0) // => 0
 */
export function turnsSeen(
  state: Pick<RunState, 'turns' | 'paced' | 'turnsByCounter' | 'uncounted'>,
  part: number,
): number {
  const guessed = state.turnsByCounter[part] || state.uncounted.includes(part) || isPaced(state, part);
  return guessed ? 0 : turnsOn(state, part);
}

/**
 * What was counted of a cake; null where it is just wound.
 *
 * @example
 * countOf({ turns: [40, 0], uncounted: [1] }, 1) // => null
 */
export function countOf(state: Pick<RunState, 'turns' | 'uncounted'>, part: number): number | null {
  return state.uncounted.includes(part) ? null : turnsOn(state, part);
}

/**
 * The same in words.
 *
 * @example
 * countInWords({ turns: [40], uncounted: [] }, 0, 'nostepinne') // => '40 wraps'
 */
export function countInWords(
  state: Pick<RunState, 'turns' | 'uncounted'>,
  part: number,
  onto: WoundOnto,
): string | null {
  const count = countOf(state, part);
  return count === null ? null : `${count} ${countedOn(onto)}`;
}

/**
 * The cakes that anything was wound onto, by their place in the plan; the first, where nothing was counted.
 *
 * @example
 * woundParts({ turns: [40, 0, 12, 0], uncounted: [3] }) // => [0, 2, 3]
 */
export function woundParts(state: Pick<RunState, 'turns' | 'uncounted'>): number[] {
  const wound = state.turns
    .map((_, part) => part)
    .filter((part) => turnsOn(state, part) > 0 || state.uncounted.includes(part));
  return wound.length > 0 ? wound : [0];
}

/**
 * How far a cake has come, in turns: as they were counted or, where it is just wound, by the time that went into it.
 *
 * @example
 * turnsSoFar({ turns: [0], uncounted: [0], windingMs: [30_000], lastTurnMs: 5_000, part: 0 }, 0, 15_000, 0.8) // => 50
 */
export function turnsSoFar(
  state: Pick<RunState, 'turns' | 'uncounted' | 'windingMs' | 'lastTurnMs' | 'part'>,
  part: number,
  nowMs: number,
  secondsPerTurn: number,
): number {
  if (!state.uncounted.includes(part)) return turnsOn(state, part);
  const { lastTurnMs } = state;
  const runningMs = lastTurnMs === null || part !== state.part ? 0 : Math.max(0, nowMs - lastTurnMs);
  return Math.round(((state.windingMs[part] ?? 0) + runningMs) / 1000 / secondsPerTurn);
}

/** Nobody winds for longer without a rest; a page that was left open is no winding. */
const LONGEST_STRETCH_MS = 3 * 3_600_000;

/** A cake that is just wound has gone on until now: nothing else tells how long it took. */
function untilNow(state: RunState, atMs: number): RunState {
  const { part, lastTurnMs, uncounted } = state;
  const spentMs = lastTurnMs === null ? 0 : atMs - lastTurnMs;
  if (!uncounted.includes(part) || spentMs <= 0 || spentMs > LONGEST_STRETCH_MS) return state;
  return { ...state, windingMs: replaced(state.windingMs, part, state.windingMs[part]! + spentMs) };
}

function ticked(state: RunState, part: number, amount: number): RunState {
  return { ...state, paced: replaced(state.paced, part, (state.paced[part] ?? 0) + amount) };
}

/** Where two ends were joined, there is a knot. */
function afterTrouble(state: RunState, event: RunEvent & { kind: 'trouble' }): RunState {
  const { part, atTurn, trouble, attempt, minutes, lostM, then } = event;
  const troubles = [...state.troubles, { part, atTurn, trouble, attempt, minutes, lostM, then }];
  const marks = then === 'join' ? [...state.marks, { part, atTurn, mark: 'knot' as const }] : state.marks;
  return { ...state, troubles, marks, lastTurnMs: null };
}

/**
 * What a hand takes back is taken from the count of each device too, or its next reading would bring it back; what it adds,
 * a microphone or a camera has missed.
 */
function corrected(state: RunState, part: number, amount: number): RunState {
  const devices = { ...state.devices };
  for (const device of amount > 0 ? LISTENERS : (['motor', ...LISTENERS] as const)) {
    const base = devices[device];
    if (base?.part === part && (amount < 0 || base.drives)) devices[device] = { ...base, had: base.had + amount };
  }
  return { ...state, devices };
}

function afterTurns(state: RunState, part: number, amount: number, atMs: number): RunState {
  const turns = replaced(state.turns, part, (state.turns[part] ?? 0) + amount);
  if (amount <= 0) return { ...state, turns };
  const gapMs = state.lastTurnMs === null ? 0 : atMs - state.lastTurnMs;
  // A clock that was set back, or a rest, tells nothing of the pace.
  const turning = gapMs > 0 && gapMs <= LONGEST_TURN_MS * amount;
  return {
    ...state,
    turns,
    windingMs: turning ? replaced(state.windingMs, part, state.windingMs[part]! + gapMs) : state.windingMs,
    lately: turning ? [...state.lately, gapMs / amount].slice(-STRETCHES_KEPT) : state.lately,
    lastTurnMs: atMs,
  };
}

function atLeast(state: RunState, part: number, turns: number, atMs: number): RunState {
  const more = Math.floor(turns) - (state.turns[part] ?? 0);
  return more > 0 ? afterTurns(state, part, more, atMs) : state;
}

/** As `atLeast`, by what the counter tells: it has seen these turns. */
function atLeastByCounter(state: RunState, part: number, turns: number, atMs: number): RunState {
  const { counter, ...others } = state.devices;
  const after = atLeast(state, part, turns, atMs);
  if (after === state || counter?.part !== part) return after;
  return {
    ...after,
    turnsByCounter: replaced(after.turnsByCounter, part, true),
    devices: { ...others, counter: { ...counter, turns: after.turns[part]! } },
  };
}

/**
 * A reading counts from where its session was first heard of in this part. What was counted by hand while a device was
 * silent is not counted again when it comes back: the larger of the two holds.
 */
function afterReading(state: RunState, event: RunEvent & { kind: 'reading' }): RunState {
  const { device, session, total, part, atMs, drives, byLength } = event;
  const known = state.devices[device];
  const turns = state.turns[part] ?? 0;
  const had = device === 'counter' ? (state.counterM[part] ?? 0) : turns;
  const here = known?.part === part;
  const goesOn = here && known.session === session && total >= known.total;
  const latest = { total, turns, atMs, drives };
  const base = goesOn ? { ...known, ...latest } : { session, part, had, totalThen: total, ...latest };
  const now = base.had + (total - base.totalThen);
  const read: RunState = {
    ...state,
    devices: { ...state.devices, [device]: base },
    deviceGaps: state.deviceGaps + (here && !goesOn ? 1 : 0),
  };
  if (device !== 'counter') {
    const after = drives ? atLeast(read, part, now, atMs) : read;
    return byLength && after !== read
      ? { ...after, turnsByCounter: replaced(after.turnsByCounter, part, true) }
      : after;
  }
  const sawUpTo = here ? known.turns : 0;
  const unseen = state.counterUnseen[part] ?? [];
  return {
    ...read,
    counterM: replaced(state.counterM, part, now),
    counterUnseen:
      goesOn || turns <= sawUpTo
        ? state.counterUnseen
        : replaced(state.counterUnseen, part, [...unseen, [sawUpTo, turns] as const]),
  };
}

function replaced<T>(values: readonly T[], at: number, value: T): T[] {
  return values.map((old, i) => (i === at ? value : old));
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
export type Cue = 'gentle' | 'steady' | 'slow' | 'nearly full' | 'stop' | 'past' | 'full';

/** The turns at which the bench has something to say. */
export interface CuePlan {
  gentleUntil: number;
  slowFrom: number;
  stopAt: number;
  /** From this turn on the tool has hardly any room left, and at this one none. */
  nearlyFullFrom?: number;
  fullAt?: number;
}

/**
 * How to crank just now: gently at first, then steadily, slowly near the end, stop, or past the planned end. That the
 * winder is full goes before everything else, and is said before it spills.
 *
 * @example
 * cueAt(3, { gentleUntil: 12, slowFrom: 540, stopAt: 560 }) // => 'gentle'
 * @example
 * cueAt(610, { gentleUntil: 12, slowFrom: 540, stopAt: 700, nearlyFullFrom: 600, fullAt: 650 }) // => 'nearly full'
 */
export function cueAt(turns: number, plan: CuePlan): Cue {
  if (turns >= (plan.fullAt ?? Infinity) && turns > plan.stopAt) return 'full';
  if (turns > plan.stopAt) return turns >= (plan.nearlyFullFrom ?? Infinity) ? 'nearly full' : 'past';
  if (turns >= plan.stopAt) return 'stop';
  if (turns >= (plan.nearlyFullFrom ?? Infinity)) return 'nearly full';
  if (turns >= plan.slowFrom) return 'slow';
  return turns < plan.gentleUntil ? 'gentle' : 'steady';
}

/**
 * Seconds for one turn of the crank in this run, by the cakes that were counted; undefined while there is too little to tell.
 *
 * @example
 * secondsPerTurn({ turns: [100], windingMs: [80_000], uncounted: [] }) // => 0.8
 */
export function secondsPerTurn({
  turns,
  windingMs,
  uncounted,
}: Pick<RunState, 'turns' | 'windingMs' | 'uncounted'>): number | undefined {
  const overCounted = (values: readonly number[]) =>
    values.reduce((sum, value, part) => (uncounted.includes(part) ? sum : sum + value), 0);
  const counted = overCounted(turns);
  const spentMs = overCounted(windingMs);
  return counted >= 20 && spentMs > 0 ? spentMs / 1000 / counted : undefined;
}

export type Steadiness = 'steady' | 'uneven' | 'quickening' | 'slowing';

/** Stretches below which nothing can be said of the pace. */
const LEAST_STRETCHES = 8;

/**
 * Is the crank turning evenly? Even tension matters, and it goes with an even pace.
 *
 * @returns undefined while there is too little to tell
 * @example
 * steadiness([1000, 1010, 990, 1000, 1005, 995, 1000, 1000]) // => 'steady'
 * @example
 * steadiness([1400, 1350, 1300, 1250, 900, 880, 850, 830]) // => 'quickening'
 */
export function steadiness(msPerTurn: readonly number[]): Steadiness | undefined {
  if (msPerTurn.length < LEAST_STRETCHES) return undefined;
  const half = msPerTurn.length >> 1;
  const [earlier, later] = [mean(msPerTurn.slice(0, half)), mean(msPerTurn.slice(half))];
  if (later < 0.78 * earlier) return 'quickening';
  if (later > 1.28 * earlier) return 'slowing';
  const middle = mean(msPerTurn);
  const spread = Math.sqrt(mean(msPerTurn.map((ms) => (ms - middle) ** 2))) / middle;
  return spread > 0.35 ? 'uneven' : 'steady';
}

function mean(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / values.length;
}
