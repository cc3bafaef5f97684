import { PACKAGE_ENDS } from '../yarn/faults';
import {
  afterSteps,
  laidBy,
  type Laying,
  type Leaving,
  letterOf,
  type OwnTwist,
  PACKAGE_SIDES,
  percentOfOwn,
  type PackageSide,
  type Round,
  type StrandState,
  type TwistStep,
} from './twist';
import { changeAt, type TwistChange, unchanged } from './twistChange';
import { mostChanged } from './twistSeverity';

/**
 * What can be asked: which letter a strand's wraps lean like; whether a yarn gains or loses; where it is changed most;
 * whether two steps add up; which strand of a ply gains; which way leaves it most as it was; how much it is.
 */
export const EXERCISE_KINDS = ['letter', 'gain', 'where', 'together', 'ply', 'least', 'size'] as const;
export type ExerciseKind = (typeof EXERCISE_KINDS)[number];

/** Harder ones come once the easier ones are sure. */
export const LEVELS: readonly (readonly ExerciseKind[])[] = [
  ['letter'],
  ['letter', 'gain', 'where'],
  ['gain', 'where', 'together', 'ply'],
  ['together', 'ply', 'least', 'size'],
];

/** One question, with all that it can be drawn, asked, judged and explained from. */
export interface Exercise {
  kind: ExerciseKind;
  own: OwnTwist;
  /** What was done; of several ways, the first is drawn. */
  steps: TwistStep[];
  /** Of a 'least': the ways to choose from. */
  ways: TwistStep[][];
  choices: readonly string[];
  /** Which of the choices is right. */
  answer: number;
  /** What the steps do, along the strand as it leaves. */
  change: TwistChange;
}

/** The yarn that is practised with: a fine one, on an ordinary small winder. */
export const PRACTICE_STRAND = { lengthM: 310, gristMPerG: 3.9, diameterMm: 1.6 } as const;

const PACKAGE = { heightMm: 64, densityGPerCm3: 0.29 };

/**
 * A question, made afresh.
 *
 * @param chance gives numbers evenly between 0 and 1
 * @example
 * exercise('letter', () => 0).choices // => ['S', 'Z', 'neither']
 */
export function exercise(kind: ExerciseKind, chance: () => number): Exercise {
  const own: OwnTwist = { direction: either(chance, 'S', 'Z'), turnsPerM: 60 + 20 * upTo(chance, 10) };
  switch (kind) {
    case 'letter': {
      const steps = [woundStep(chance), chance() < TURNING_SHARE ? TURNING : pulled(chance)];
      return asked(kind, own, steps, LETTERS, ({ change }) => letterChoice(change));
    }
    case 'gain': {
      const steps = [woundStep(chance), chance() < TURNING_SHARE ? TURNING : pulled(chance)];
      return asked(kind, own, steps, GAINS, ({ change }) => gainChoice(change, own));
    }
    case 'where': {
      const steps = chance() < 0.25 ? loopSteps(chance) : [woundStep(chance), pulled(chance)];
      return asked(kind, own, steps, PLACES, whereChoice);
    }
    case 'together': {
      const steps = [
        woundStep(chance),
        { from: pulled(chance).from, onto: spindle(chance) },
        chance() < 0.2 ? TURNING : pulled(chance),
      ];
      return asked(kind, own, steps, TOGETHER, togetherChoice);
    }
    case 'ply': {
      const side = either<PackageSide>(chance, 'near', 'far');
      const steps: TwistStep[] = [woundStep(chance), { from: { mode: 'over-end', end: 'inner', side } }];
      return asked(kind, own, steps, PLY_STRANDS, ({ change }) => (percentOfOwn(changeAt(change, 0), own) > 0 ? 0 : 1));
    }
    case 'least':
      return leastExercise(own, chance);
    case 'size': {
      const steps: TwistStep[] = [
        { from: { mode: 'rotating' }, onto: spindle(chance, 16 + 2 * upTo(chance, 22)) },
        pulled(chance),
      ];
      return sizeExercise(own, steps, chance);
    }
  }
}

const LETTERS = ['S', 'Z', 'neither'] as const;
const GAINS = ['gains', 'loses', 'stays'] as const;
const PLACES = ['first', 'last', 'alike'] as const;
const TOGETHER = ['add up', 'cancel', 'only one'] as const;
const PLY_STRANDS = ['inner', 'outer'] as const;

const TURNING_SHARE = 0.2;
const TURNING: TwistStep = { from: { mode: 'rotating' } };

/**
 * How a strand is changed by the steps of a question, from the hank on.
 *
 * @example
 * practised([{ from: { mode: 'rotating' } }]).change.wraps // => []
 */
export function practised(steps: readonly TwistStep[]): StrandState {
  const { lengthM, gristMPerG } = PRACTICE_STRAND;
  return afterSteps({ change: unchanged(lengthM), lies: { as: 'loop' }, turnedRound: true }, steps, gristMPerG);
}

function asked(
  kind: ExerciseKind,
  own: OwnTwist,
  steps: TwistStep[],
  choices: readonly string[],
  answerOf: (state: StrandState) => number,
): Exercise {
  const state = practised(steps);
  return { kind, own, steps, ways: [], choices, answer: answerOf(state), change: state.change };
}

function letterChoice(change: TwistChange): number {
  if (change.wraps.length === 0) return 2;
  return letterOf(changeAt(change, 0)) === 'S' ? 0 : 1;
}

function gainChoice(change: TwistChange, own: OwnTwist): number {
  if (change.wraps.length === 0) return 2;
  return percentOfOwn(changeAt(change, 0), own) > 0 ? 0 : 1;
}

function whereChoice({ change }: StrandState): number {
  const [first, last] = [changeAt(change, 0), changeAt(change, change.lengthM)].map(Math.abs) as [number, number];
  // A loop is the same size throughout.
  if (Math.abs(first - last) < 1e-9) return 2;
  return first > last ? 0 : 1;
}

function togetherChoice({ change }: StrandState): number {
  if (change.wraps.length < 2) return 2;
  return Math.sign(change.wraps[0]!.sense) === Math.sign(change.wraps[1]!.sense) ? 0 : 1;
}

function leastExercise(own: OwnTwist, chance: () => number): Exercise {
  // From its centre, so that the second winding lies place by place on the first, and one sense takes it back.
  const from: Leaving = { mode: 'over-end', end: 'inner', side: either(chance, ...PACKAGE_SIDES) };
  const [wound, again] = [woundStep(chance), spindle(chance)];
  const all = shuffled(ALL_PULLED, chance).map((use): TwistStep[] => [wound, { from, onto: again }, { from: use }]);
  const most = all.map((steps) => Math.abs(mostChanged(practised(steps).change)));
  const best = most.indexOf(Math.min(...most));
  // From the other end at the other side it comes to the same: one right answer is enough.
  const ways = all.filter((_, i) => i === best || most[i]! > 2 * most[best]!);
  return {
    kind: 'least',
    own,
    steps: ways[0]!,
    ways,
    choices: ways.map((_, i) => String(i)),
    answer: ways.indexOf(all[best]!),
    change: practised(all[best]!).change,
  };
}

/** How far the wrong answers lie off. */
const FACTORS = [0.25, 1, 4];

function sizeExercise(own: OwnTwist, steps: TwistStep[], chance: () => number): Exercise {
  const { change } = practised(steps);
  const perM = Math.abs(changeAt(change, 0));
  const factors = shuffled(FACTORS, chance);
  return {
    kind: 'size',
    own,
    steps,
    ways: [],
    choices: factors.map((factor) => String(Number((perM * factor).toPrecision(2)))),
    answer: factors.indexOf(1),
    change,
  };
}

const ALL_PULLED: readonly Leaving[] = PACKAGE_ENDS.flatMap((end) =>
  PACKAGE_SIDES.map((side): Leaving => ({ mode: 'over-end', end, side })),
);

function pulled(chance: () => number): TwistStep {
  return { from: ALL_PULLED[upTo(chance, ALL_PULLED.length)]! };
}

function woundStep(chance: () => number): TwistStep {
  return { from: { mode: 'rotating' }, onto: spindle(chance) };
}

function spindle(chance: () => number, coreDiameterMm = 20 + 2 * upTo(chance, 10)): Exclude<Laying, { mode: 'reel' }> {
  return { mode: 'spindle', direction: either<Round>(chance, 'cw', 'ccw'), coreDiameterMm, ...PACKAGE };
}

function loopSteps(chance: () => number): TwistStep[] {
  const loopM = 1.2 + 0.1 * upTo(chance, 9);
  return [{ from: { mode: 'stationary-loop', loopM, direction: either<Round>(chance, 'cw', 'ccw') } }];
}

function either<T>(chance: () => number, one: T, other: T): T {
  return chance() < 0.5 ? one : other;
}

/** A whole number from 0 to below a limit. */
function upTo(chance: () => number, below: number): number {
  return Math.min(below - 1, Math.floor(chance() * below));
}

function shuffled<T>(things: readonly T[], chance: () => number): T[] {
  return things
    .map((thing) => ({ thing, at: chance() }))
    .sort((a, b) => a.at - b.at)
    .map(({ thing }) => thing);
}

/** One answer that was given. */
export interface PractisedAnswer {
  kind: ExerciseKind;
  right: boolean;
}

/** Answers that are looked at to tell how sure somebody is of a kind. */
const LOOKED_AT = 6;
const SURE_WITH = 5;

/**
 * The level that somebody has come to: a next one opens once each kind of this one is sure.
 *
 * @param answers oldest first
 * @returns from 0
 * @example
 * levelOf([]) // => 0
 */
export function levelOf(answers: readonly PractisedAnswer[]): number {
  const level = LEVELS.findIndex((kinds) => kinds.some((kind) => !isSure(answers, kind)));
  return level === -1 ? LEVELS.length - 1 : level;
}

/**
 * Whether the last answers of a kind were all but one right.
 *
 * @example
 * isSure([], 'letter') // => false
 */
export function isSure(answers: readonly PractisedAnswer[], kind: ExerciseKind): boolean {
  const last = answers.filter((answer) => answer.kind === kind).slice(-LOOKED_AT);
  return last.filter(({ right }) => right).length >= SURE_WITH;
}

/**
 * What to ask next: of the kinds of the level, those that are not sure yet more often.
 *
 * @example
 * kindToAsk([], () => 0.9) // => 'letter'
 */
export function kindToAsk(
  answers: readonly PractisedAnswer[],
  chance: () => number,
  level = levelOf(answers),
): ExerciseKind {
  const kinds = LEVELS[level]!;
  const weighted = kinds.flatMap((kind) => (isSure(answers, kind) ? [kind] : [kind, kind, kind]));
  return weighted[upTo(chance, weighted.length)]!;
}

/**
 * Which way round the strand of a wound step lies, seen from its near side; null where a step does not wind it.
 *
 * @example
 * roundOfLaying({ mode: 'spindle', direction: 'cw', coreDiameterMm: 24, heightMm: 68 }) // => 'ccw'
 */
export function roundOfLaying(onto: Laying | undefined): Round | null {
  if (!onto || onto.mode === 'reel') return null;
  return laidBy(onto, PRACTICE_STRAND.gristMPerG).sense > 0 ? 'cw' : 'ccw';
}
