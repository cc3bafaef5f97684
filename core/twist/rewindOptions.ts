import { readOrNull } from '../common/inputError';
import {
  afterSteps,
  type Laying,
  type Leaving,
  type OwnTwist,
  percentOfOwn,
  type StrandState,
  type TwistStep,
} from './twist';
import type { TwistChange } from './twistChange';
import { gradeOf, mostChanged, type TwistGrade, type TwistLimits } from './twistSeverity';

/** Something that a strand can be wound on next. */
export interface NextTool {
  key: string;
  laying: Exclude<Laying, { mode: 'reel' }>;
}

/** One way to go on with a piece: wound again or not, and then worked from one of its ends. */
export interface RewindOption {
  /** Wound again: how it leaves what it is on, and onto which tool. */
  rewind: { from: Leaving; tool: NextTool } | null;
  /** How it leaves for use. */
  use: Leaving;
  steps: TwistStep[];
  /** In the order in which it is used. */
  change: TwistChange;
  /** The largest change along it, in turns per metre. */
  mostPerM: number;
  /** Null where the yarn's own twist is not known. */
  grade: TwistGrade | null;
  /** It is worked from where the user's school works from. */
  bySchool: boolean;
}

export interface RewindInput {
  state: StrandState;
  gristMPerG: number;
  own: OwnTwist | null;
  limits: TwistLimits;
  workFrom: 'centre' | 'outside';
  tools: readonly NextTool[];
  /** Once round the hank, where it is one and that is known. */
  loopM: number | null;
}

/**
 * Every way to use a piece as it lies or wound once more, the best first: by how much the change matters, then by the
 * work it takes, where going against the user's own school counts as work, then by the largest change that is left.
 *
 * Ways that cannot be, since the end is buried or the side closed, are not among them.
 *
 * @example
 * rewindOptions({ state: { change: { lengthM: 50, wraps: [] }, lies: { as: 'package', laid: { sense: 1, start: 1e-4, perM: 1e-6 } }, turnedRound: false }, gristMPerG: 4, own: null, limits: { seenPercent: 3, troublePercent: 8 }, workFrom: 'outside', tools: [], loopM: null })[0].use // => { mode: 'rotating' }
 */
export function rewindOptions(input: RewindInput): RewindOption[] {
  const { state, tools, loopM } = input;
  const leavings = leavingsOf(state, loopM);
  // A hank is wound before it is worked.
  const direct = state.lies.as === 'loop' ? [] : leavings.map((use) => wayOf(input, null, use));
  const rewound = leavings.flatMap((from) =>
    tools.flatMap((tool) => USES.map((use) => wayOf(input, { from, tool }, use))),
  );
  return [...direct, ...rewound].filter((way) => way !== null).sort(better);
}

const USES: readonly Leaving[] = [
  { mode: 'over-end', end: 'inner', side: 'near' },
  { mode: 'over-end', end: 'inner', side: 'far' },
  { mode: 'over-end', end: 'outer', side: 'near' },
  { mode: 'over-end', end: 'outer', side: 'far' },
];

function leavingsOf({ lies }: StrandState, loopM: number | null): Leaving[] {
  if (lies.as === 'package') return lies.laid ? [...USES, { mode: 'rotating' }] : [{ mode: 'rotating' }];
  return [
    { mode: 'rotating' },
    ...(loopM === null
      ? []
      : (['cw', 'ccw'] as const).map((direction): Leaving => ({ mode: 'stationary-loop', loopM, direction }))),
  ];
}

function wayOf(
  { state, gristMPerG, own, limits, workFrom }: RewindInput,
  rewind: RewindOption['rewind'],
  use: Leaving,
): RewindOption | null {
  const steps: TwistStep[] = [...(rewind ? [{ from: rewind.from, onto: rewind.tool.laying }] : []), { from: use }];
  const after = readOrNull(() => afterSteps(state, steps, gristMPerG));
  if (!after) return null;
  const { change } = after;
  const mostPerM = mostChanged(change);
  const end = use.mode === 'over-end' && use.end === 'inner' ? 'centre' : 'outside';
  return {
    rewind,
    use,
    steps,
    change,
    mostPerM,
    grade: own && own.turnsPerM > 0 ? gradeOf(percentOfOwn(mostPerM, own), limits) : null,
    bySchool: end === workFrom,
  };
}

const GRADES: readonly TwistGrade[] = ['hardly', 'seen', 'trouble'];

function better(a: RewindOption, b: RewindOption): number {
  return matters(a) - matters(b) || work(a) - work(b) || Math.abs(a.mostPerM) - Math.abs(b.mostPerM);
}

/** Without a twist to measure against, half a turn per metre more or less is the same. */
function matters({ grade, mostPerM }: RewindOption): number {
  return grade === null ? Math.round(2 * Math.abs(mostPerM)) : GRADES.indexOf(grade);
}

/** To work against one's own way is put up with sooner than to wind all of it again. */
const AGAINST_SCHOOL = 5;
const WOUND_AGAIN = 10;
const WOUND_BY_HAND = 20;

/** What a way costs: turning a package over, or setting it on a peg, is a little. */
function work({ rewind, use, bySchool }: RewindOption): number {
  const alittle = (from: Leaving) =>
    from.mode === 'rotating' || (from.mode === 'over-end' && from.side === 'far') ? 1 : 0;
  const winding = !rewind ? 0 : rewind.tool.laying.mode === 'carried' ? WOUND_BY_HAND : WOUND_AGAIN;
  return winding + (rewind ? alittle(rewind.from) : 0) + alittle(use) + (bySchool ? 0 : AGAINST_SCHOOL);
}
