import { inWords, sizeFigure, twistFigure, upperFirst } from '../../../core/common/format';
import { wayOfLeaving } from '../../../core/twist/strandWays';
import { letterOf, type Round, type TwistStep } from '../../../core/twist/twist';
import { changeAt } from '../../../core/twist/twistChange';
import { type Exercise, type ExerciseKind, practised, roundOfLaying } from '../../../core/twist/twistPractice';
import type { UnitSystem } from '../../../core/common/units';
import type { Source } from '../../../ui/strand/PullScene';
import { ROUND_WORDS } from '../../../ui/strand/wayWords';
import { usingWords } from '../../../ui/strand/plannedUseWords';

export const KIND_WORDS: Record<ExerciseKind, string> = {
  letter: 'S or Z',
  gain: 'gains or loses',
  where: 'where it changes most',
  together: 'twice: adds up or cancels',
  ply: 'plying both ends',
  least: 'which way leaves it as it was',
  size: 'how many turns',
};

export const LEVEL_NAMES = ['First pulls', 'Your yarn', 'Twice over', 'For spinners'] as const;

/** What was done, sentence by sentence. */
export function sceneSentences(exercise: Exercise, system: UnitSystem): string[] {
  const { kind, steps } = exercise;
  // Which way of using it is what is asked.
  const reported = kind === 'least' ? steps.slice(0, -1) : steps;
  const sentences = reported.map((step, i) => stepSentence(step, i === 0));
  if (kind === 'ply') return [sentences[0]!, `Both its ends are pulled ${sideWords(steps[1]!)} and plied together.`];
  if (kind === 'size')
    return [
      ...sentences,
      `The wraps that it begins with are ${inWords(sizeFigure(firstAcrossMm(exercise), system))} across.`,
    ];
  return sentences;
}

/** How wide the wraps are that come off first. */
function firstAcrossMm({ change }: Exercise): number {
  return 1000 / Math.abs(changeAt(change, 0)) / Math.PI;
}

function stepSentence({ from, onto }: TwistStep, first: boolean): string {
  const wound =
    onto?.mode === 'spindle' ? `on a spindle that turned ${ROUND_WORDS[onto.direction]}, seen from above` : '';
  switch (from.mode) {
    case 'rotating':
      if (first) return onto ? `A hank turned on a swift and was wound ${wound}.` : 'A hank turns on a swift.';
      return 'The cake turns on a peg as you pull.';
    case 'stationary-loop':
      return `A hank hangs still, and the strand runs round it ${ROUND_WORDS[from.direction]}, as you see it.`;
    case 'over-end': {
      const pulled = `pulled ${usingWords({ end: from.end, left: from.side }, 'cake')}`;
      return onto ? `It was ${pulled}, and wound again ${wound}.` : `The cake stands still. It is ${pulled}.`;
    }
  }
}

function sideWords({ from }: TwistStep): string {
  return from.mode === 'over-end' && from.side === 'far'
    ? 'from the side that was beneath'
    : 'from the side that was up';
}

export function questionWords({ kind, own }: Exercise): string {
  switch (kind) {
    case 'letter':
      return 'Which way does the new twist lean?';
    case 'gain':
      return `The yarn’s own twist leans ${own.direction}. Does it gain or lose?`;
    case 'where':
      return 'Where does it change most?';
    case 'together':
      return 'What do the two pulls come to, one after the other?';
    case 'ply':
      return `The single was spun ${own.direction}. Which of the two strands gains twist?`;
    case 'least':
      return 'From which end, and which side up, is it left most as it was?';
    case 'size':
      return 'How many turns does the first metre get?';
  }
}

const CHOICES: Record<string, string> = {
  S: 'like S',
  Z: 'like Z',
  neither: 'no twist is added',
  gains: 'it gains',
  loses: 'it loses',
  stays: 'it stays as it was',
  first: 'where you begin',
  last: 'where it ends',
  alike: 'alike all along',
  'add up': 'they add up',
  cancel: 'they nearly cancel',
  'only one': 'only one of them does anything',
  inner: 'the one from the centre',
  outer: 'the one from the outside',
};

export function choiceWords({ kind, choices, ways }: Exercise, i: number, system: UnitSystem): string {
  if (kind === 'size') return inWords(twistFigure(Number(choices[i]), system));
  if (kind !== 'least') return CHOICES[choices[i]!]!;
  const { from } = ways[i]!.at(-1)!;
  return from.mode === 'over-end' ? usingWords({ end: from.end, left: wayOfLeaving(from) }, 'cake') : '';
}

/** Why that is the answer, from the steps themselves. */
export function reasonSentences(exercise: Exercise, system: UnitSystem): string[] {
  const { kind, own, steps, ways, answer, change } = exercise;
  switch (kind) {
    case 'letter':
      return pullReasons(steps);
    case 'gain': {
      if (change.wraps.length === 0) return pullReasons(steps);
      const letter = letterOf(changeAt(change, 0));
      return [
        ...pullReasons(steps),
        letter === own.direction
          ? `${letter} on ${own.direction} is more of the same.`
          : `${letter} takes ${own.direction} away.`,
      ];
    }
    case 'where':
      if (steps.length === 1) return ['Every time round a hank is as long as the last, so each metre gets as much.'];
      return [
        'Each time round is one turn, and round the small hole a turn falls on a shorter stretch than round the outside.',
        ...(steps[1]!.from.mode === 'over-end' && steps[1]!.from.end === 'inner'
          ? ['From the centre the hole comes first.']
          : ['From the outside the hole comes last.']),
      ];
    case 'together': {
      const [first, second] = [steps.slice(0, 2), steps.slice(1)].map((some) => pullReasons(some));
      return [
        `The first: ${first!.at(-1)!}`,
        steps[2]!.from.mode === 'rotating'
          ? 'The second: what turns puts in nothing.'
          : `The second: ${second!.at(-1)!}`,
        answer === 2
          ? 'So the first stays as it is.'
          : answer === 0
            ? 'Alike, they add up.'
            : 'Opposite, they cancel, but for where their sizes differ.',
      ];
    }
    case 'ply': {
      const letter = letterOf(changeAt(change, 0));
      return [
        ...pullReasons(steps),
        `The strand from the outside goes the other way round: ${letter === 'S' ? 'Z' : 'S'}.`,
        `The one that gets ${own.direction} gains.`,
      ];
    }
    case 'least': {
      const right = ways[answer]!;
      return [
        `The first pull: ${pullReasons(right.slice(0, 2)).at(-1)!}`,
        `Worked ${choiceWords(exercise, answer, system)}: ${pullReasons(right.slice(1)).at(-1)!}`,
        'Opposite, and nearly of one size at each place: that is as good as it gets.',
      ];
    }
    case 'size': {
      const perM = Math.abs(changeAt(change, 0));
      const [across, round] = [firstAcrossMm(exercise), 1000 / perM].map((mm) => inWords(sizeFigure(mm, system)));
      return [
        `Each time round the strand gets one turn, and a wrap is π times as long as it is wide: π × ${across} = ${round}.`,
        `One turn to each ${round} is ${inWords(twistFigure(perM, system))}.`,
        'The wraps grow wider or narrower as it goes on, but hardly so within the first metre.',
      ];
    }
  }
}

/** The rule, applied to the last pull off something that was wound. */
function pullReasons(steps: readonly TwistStep[]): string[] {
  const use = steps.at(-1)!.from;
  if (use.mode === 'rotating') return ['What turns as it gives its yarn goes round nothing: no turn is put in.'];
  if (use.mode === 'stationary-loop')
    return [`${upperFirst(ROUND_WORDS[use.direction])} is ${use.direction === 'cw' ? 'Z' : 'S'}.`];
  const onto = steps.at(-2)?.onto;
  const laid = roundOfLaying(onto)!;
  const seen = use.side === 'near' ? laid : other(laid);
  const off = use.end === 'inner' ? seen : other(seen);
  return [
    `A spindle that turns ${ROUND_WORDS[other(laid)]} lays the strand ${ROUND_WORDS[laid]}, from the centre outwards.`,
    ...(use.side === 'far' ? [`Turned over, that looks ${ROUND_WORDS[seen]}.`] : []),
    use.end === 'inner'
      ? `From the centre it comes off the way it was laid, ${ROUND_WORDS[off]}, and that is ${off === 'cw' ? 'Z' : 'S'}.`
      : `From the outside it comes off the other way, ${ROUND_WORDS[off]}, and that is ${off === 'cw' ? 'Z' : 'S'}.`,
  ];
}

const other = (round: Round): Round => (round === 'cw' ? 'ccw' : 'cw');

/** What is drawn of a question: the last thing that a strand is pulled from, as it is seen from where it is held. */
export function sourceOf({ kind, steps, ways, answer }: Exercise, answered: boolean): Source {
  const drawn = kind === 'least' && answered ? ways[answer]! : steps;
  const use = drawn.at(-1)!.from;
  if (use.mode === 'stationary-loop') return { kind: 'loop', round: use.direction, turning: false };
  const laid = roundOfLaying(drawn.at(-2)?.onto) ?? 'cw';
  if (use.mode === 'rotating') return { kind: 'package', laid, end: 'outer', turning: true };
  return { kind: 'package', laid: use.side === 'near' ? laid : other(laid), end: use.end, turning: false };
}

/** What there is to be seen once it was pulled, for a screen reader. */
export function pulledWords({ steps }: Pick<Exercise, 'steps'>, system: UnitSystem): string {
  const { change } = practised(steps);
  const perM = changeAt(change, 0);
  if (change.wraps.length === 0) return 'The ribbon comes off flat.';
  return `The ribbon turns like ${letterOf(perM)}: ${inWords(twistFigure(Math.abs(perM), system))} at first.`;
}
