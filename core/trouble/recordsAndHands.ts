import type { Trouble } from './trouble';

/** What is lost on paper, and what hurts. */
export const RECORDS_AND_HANDS: readonly Trouble[] = [
  {
    id: 'numb finger',
    place: 'records and hands',
    name: 'A thumb or finger is numb, or pale or blue',
    alsoCalled: ['numb', 'blue finger', 'thumb hurts', 'tingling', 'bound too tightly'],
    first: 'Slide the yarn off at once. The yarn does not matter.',
    cause: 'It was bound too tightly, or for too long.',
    questions: [],
    attempts: [
      {
        id: 'off',
        name: 'Slide it off, and rest',
        steps: ['Slide the yarn off, or cut it if it does not slide.', 'Move the hand, and rest.'],
        act: 'slide off',
        minutes: [1, 5],
        stopWhen: 'If it does not pass soon, see a professional.',
        lostM: [0, 1],
        hazards: ['bound finger', 'blade'],
        then: 'go on',
      },
    ],
    prevention: 'Loose wraps, taken off the thumb every few dozen.',
  },
  {
    id: 'lots differ',
    place: 'records and hands',
    name: 'Two lots do not match',
    alsoCalled: ['dye lot', 'different colour', 'stripe', 'shade'],
    first: 'Lay them side by side in daylight, and wet a strand of each.',
    cause: 'They were dyed in two baths.',
    questions: [
      {
        id: 'begun',
        words: 'Have you begun?',
        answers: [
          ['no', 'not yet'],
          ['yes', 'yes'],
        ],
      },
      {
        id: 'much',
        words: 'How much is of the odd lot?',
        answers: [
          ['little', 'a ball or so'],
          ['half', 'about half'],
        ],
      },
    ],
    attempts: [
      {
        id: 'edges',
        name: 'Keep the odd lot for edges',
        steps: ['Use it for cuffs, collar and borders, where a change looks meant.'],
        act: 'put away',
        minutes: [1, 3],
        stopWhen: 'Weigh it first, to see that it is enough for them.',
        where: { begun: ['no'], much: ['little'] },
        then: 'go on',
      },
      {
        id: 'alternate',
        name: 'Alternate, two rows of each',
        steps: ['Alternate two rows of each lot over a hand’s width, then go on with the new one.'],
        act: 'alternate',
        minutes: [5, 15],
        stopWhen: 'Hold it at arm’s length in daylight: no line must show.',
        then: 'go on',
      },
    ],
    prevention: 'One ball more of the same lot than you think you need.',
  },
  {
    id: 'band lost',
    place: 'records and hands',
    name: 'The band is lost',
    alsoCalled: ['no label', 'mystery yarn', 'unknown yarn', 'lost label'],
    first: 'Note what you remember of it, now.',
    cause: 'Bands are paper.',
    questions: [
      {
        id: 'like',
        words: 'Is there another ball of it?',
        answers: [
          ['yes', 'yes, with its band'],
          ['no', 'no'],
        ],
      },
    ],
    attempts: [
      {
        id: 'like',
        name: 'Take the facts of the like yarn',
        steps: ['Add this one as the same yarn, and take its band’s facts over.'],
        act: 'look',
        minutes: [1, 2],
        stopWhen: 'Compare weight and thickness first.',
        where: { like: ['yes'] },
        then: 'go on',
      },
      {
        id: 'measure',
        name: 'Weigh it, measure ten metres, count its wraps',
        steps: [
          'Weigh all of it.',
          'Measure ten metres, weigh those, and count *wraps per inch*.',
          'Length and weight class follow, with how sure they are.',
        ],
        act: 'measure',
        minutes: [3, 6],
        stopWhen: 'Three samples from different places tell how even it is.',
        then: 'go on',
      },
      {
        id: 'burn',
        name: 'A burn test tells the kind of fibre',
        steps: [
          'A few centimetres, held in tweezers over a dish of water. Smell and ash tell wool, plant and plastic apart.',
        ],
        act: 'look',
        minutes: [5, 10],
        stopWhen: 'Leave it if you have never been shown how.',
        lostM: [0.05, 0.1],
        hazards: ['fire'],
        then: 'go on',
      },
    ],
    prevention: 'A picture of the band, a slip in the cake and a tag outside, at once.',
  },
];
