import type { HandForm, RunStep } from '../../../core/winding/run';

/** What is done on a form in the hand and not on a winder. */
export const HAND_STEPS = ['tail', 'lay', 'cross', 'close', 'slide'] as const satisfies readonly RunStep[];
export type HandStep = (typeof HAND_STEPS)[number];

/** Whether a winder knows nothing of this step. */
export const isHandStep = (step: string): step is HandStep => HAND_STEPS.some((each) => each === step);

/** What holds a hank where there is no swift, and how a skein is made again without a reel. */
export const HOLDINGS = ['chairs', 'hands', 'knees', 'elbow'] as const;
export type Holding = (typeof HOLDINGS)[number];

export interface StepWords {
  title: string;
  how: string;
  care?: string;
}

/** Said wherever ties are cut. */
export const TIES_CARE = 'Scissors closed when not cutting. Pick the ties up: children and animals swallow them.';

/** Said wherever yarn goes round a thumb or a finger. */
const FINGER_CARE =
  'Never tight: the wraps must slip off with ease. If a thumb or finger turns pale, blue or numb, take them off at once; if that does not pass, see a doctor.';

const IN_THE_PALM: StepWords = {
  title: 'Hold the end in your palm',
  how: 'A forearm’s length under the folded fingers: it becomes the inner end.',
};

const CLOSE: StepWords = {
  title: 'Close it round the middle',
  how: 'The last dozen wraps go level round the middle: they hold the others.',
};

/** What is done at each step, by what one winds on. */
export const HAND_WORDS: Record<HandForm, Record<HandStep, StepWords>> = {
  nostepinne: {
    tail: {
      title: 'Lay the end in the groove',
      how: 'Hold the stick by its thick end. Lay a forearm’s length of the yarn along its groove, or hold it under your thumb: it becomes the inner end.',
    },
    lay: { title: 'Lay a band of wraps', how: 'Ten wraps side by side over a thumb’s width, loosely.' },
    cross: {
      title: 'Cross them, and turn the stick',
      how: 'Wind slanting, from low on one side to high on the other. After every few wraps turn the stick a little in your fingers: the ball grows evenly by itself.',
    },
    close: CLOSE,
    slide: { title: 'Slide it off', how: 'Over the thin end, with a little turn. The inner end comes with it.' },
  },
  tube: {
    tail: {
      title: 'Cut a notch in the rim',
      how: 'Lay the end in it, and let a forearm’s length hang inside: it becomes the inner end.',
    },
    lay: { title: 'Lay a band of wraps', how: 'Ten wraps round the middle, loosely, well away from the rims.' },
    cross: {
      title: 'Cross them, and turn the tube',
      how: 'Slanting, turning the tube a little after every few wraps. Keep a finger’s width free at both rims.',
    },
    close: CLOSE,
    slide: {
      title: 'Leave it on the tube, or draw the tube out',
      how: 'On the tube it cannot fall in, and the label goes into the core. To take it off, press the tube together a little and draw it out.',
    },
  },
  thumb: {
    tail: IN_THE_PALM,
    lay: {
      title: 'Figures of eight',
      how: 'Round the thumb, across the palm, round the little finger and back, twenty times, loosely.',
      care: FINGER_CARE,
    },
    cross: {
      title: 'Fold it, and wind round it',
      how: 'Slip the loops off the little finger, fold the bundle against the thumb and wind round it, slanting. After each dozen, lift it off with two fingers, turn it a little, and put it back.',
      care: FINGER_CARE,
    },
    close: CLOSE,
    slide: {
      title: 'Lift it off the thumb',
      how: 'It must come without pulling. The end that hangs out of the hole is the inner one.',
    },
  },
  fingers: {
    tail: IN_THE_PALM,
    lay: {
      title: 'Wrap two spread fingers',
      how: 'First and second finger wide apart, thirty wraps round both, so loosely that they slip off.',
      care: FINGER_CARE,
    },
    cross: {
      title: 'Thumb in the hole, and spread the foot',
      how: 'Slip it off and put the thumb in from beneath. Wind slanting, turning it. Lay the wraps wide over the far side and press it flat now and then: that becomes the foot it stands on.',
      care: FINGER_CARE,
    },
    close: CLOSE,
    slide: {
      title: 'Take the thumb out, and stand it on its foot',
      how: 'It does not roll, and gives its yarn from the hole at the top.',
    },
  },
};

/** A way to do it, as the page of all of them has it. */
export interface Method {
  title: string;
  when: string;
  /** Troubles that it runs into, by their ids in `core/trouble`. */
  troubles: readonly string[];
}

export const HAND_METHODS: Record<HandForm, Method> = {
  nostepinne: {
    title: 'On a nostepinne',
    when: 'A tapered stick: the neatest ball by hand, pulled from its centre.',
    troubles: ['inner end lost', 'lump', 'too tight'],
  },
  tube: {
    title: 'On a card tube',
    when: 'From a kitchen roll, or cut from card: wide and light, and the ball may stay on it.',
    troubles: ['wraps fly off', 'too tight', 'lump'],
  },
  thumb: {
    title: 'On a thumb',
    when: 'Nothing else at hand, and not much yarn: a figure of eight to begin with, then a small ball round it.',
    troubles: ['numb finger', 'falls apart', 'lump'],
  },
  fingers: {
    title: 'Round two fingers',
    when: 'A ball with a flat foot: it stands where you put it, and does not roll.',
    troubles: ['numb finger', 'collapsed', 'inner end lost'],
  },
};

export const HOLDING_METHODS: Record<Holding, Method & { steps: readonly (StepWords & { id: string })[] }> = {
  chairs: {
    title: 'Over two chairs',
    when: 'What holds the hank where there is no swift, and nobody helps.',
    troubles: ['corner snag', 'tangled hank'],
    steps: [
      {
        id: 'apart',
        title: 'Back to back, with a weight on each seat',
        how: 'Two chairs of one height, on a floor that they do not slide on, a heavy book or two on each seat so that they do not tip. One chair is not enough: the loop falls off it.',
      },
      {
        id: 'on',
        title: 'Lay the hank over, its ties still on',
        how: 'Move the chairs apart until it just holds, and no more. Look for strands that cross the middle; only then cut the ties.',
        care: TIES_CARE,
      },
      {
        id: 'off',
        title: 'Lift the strand off',
        how: 'An arm’s length at a time, over one back and then the other, and wind that. Where the loop grows slack, move a chair. Never pull: chairs tip.',
      },
      {
        id: 'next',
        title: 'The next hank waits on another pair',
        how: 'Opened and looked over, its ties on: a second pair of chairs saves the setting up between two hanks.',
      },
    ],
  },
  hands: {
    title: 'Over a helper’s hands',
    when: 'The quickest without a swift, and the kindest to the yarn: hands give way.',
    troubles: ['corner snag', 'folded back'],
    steps: [
      {
        id: 'hold',
        title: 'Thumbs up, elbows at the sides',
        how: 'The helper sits, both hands at one height, as far apart as the loop is wide, and no strand taut. The thumbs keep it from slipping off.',
      },
      {
        id: 'dip',
        title: 'Dip each hand in turn',
        how: 'As the strand comes to a hand, that hand tips inwards and lets it off; then the other. The winder sits opposite, and follows their pace.',
      },
      {
        id: 'rest',
        title: 'Rest before the arms tire',
        how: 'Tie the loop loosely in two places and lay it down. Arms that sink let it go slack, and strands cross.',
      },
    ],
  },
  knees: {
    title: 'Round your knees',
    when: 'Only where nothing else is there: you cannot get up, and strands slide on cloth.',
    troubles: ['tangled hank', 'corner snag'],
    steps: [
      {
        id: 'round',
        title: 'Round both knees, its ties still on',
        how: 'Sit with the knees a little apart and press outwards until the loop just holds. Cut the ties now.',
        care: TIES_CARE,
      },
      {
        id: 'off',
        title: 'Lift the strand off',
        how: 'An arm’s length at a time, over one knee and then the other, and wind that before the next.',
      },
      {
        id: 'slid',
        title: 'Lay back what slides',
        how: 'Strands slip down over the cloth and cross the middle. Look after every few rounds, and lay them back before one is caught. A chair’s back and one knee hold better than two knees.',
      },
    ],
  },
  elbow: {
    title: 'A skein again, over hand and elbow',
    when: 'For what is to be washed, dyed or put away loosely, and no reel is there.',
    troubles: ['undyed bands', 'tangled hank'],
    steps: [
      {
        id: 'begin',
        title: 'Hold the end between thumb and finger',
        how: 'The forearm upright, a hand’s length of the end hanging down.',
      },
      {
        id: 'round',
        title: 'Down round the elbow, up through the crook of the thumb',
        how: 'Round and round at one tension, and count: the rounds times one round’s length is how much there is. Change arms before this one tires.',
      },
      {
        id: 'tie',
        title: 'Tie it in two places at least',
        how: 'Still on the arm: first the two ends round the strands, then a loose figure of eight on the other side. For dyeing four of them, so loose that a finger goes through.',
      },
      {
        id: 'twist',
        title: 'Twist it up and tuck it in',
        how: 'Slip it off, twist both ends against each other until it folds on itself, and tuck one end through the other.',
      },
    ],
  },
};
