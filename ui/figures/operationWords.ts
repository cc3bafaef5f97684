import { type PieceForm, type OperationKind, woundBefore } from '../../core/yarn/piece';

/** What happened, in the words that the thread, the story of a piece and the logbook have for it. */
interface OperationWords {
  /** "wound", of a piece. */
  verb: string;
  /** At the head of its entry. */
  title: string;
  /** One of several kinds to look for. */
  many: string;
}

const WORDS: Record<OperationKind, OperationWords> = {
  receive: { verb: 'came in', title: 'Came in', many: 'what came in' },
  open: { verb: 'opened', title: 'Opened', many: 'openings' },
  wind: { verb: 'wound', title: 'Wound', many: 'windings' },
  reel: { verb: 'reeled', title: 'Reeled into a skein', many: 'skeins reeled' },
  split: { verb: 'cut into minis', title: 'Cut into minis', many: 'minis cut' },
  join: { verb: 'joined', title: 'Joined into one', many: 'joins' },
  weigh: { verb: 'weighed', title: 'Weighed', many: 'weighings' },
  sample: { verb: 'measured', title: 'Measured', many: 'measurements' },
  inspect: { verb: 'looked over', title: 'Looked over', many: 'what was found' },
  dye: { verb: 'dyed', title: 'Into the dye pot', many: 'dye pots' },
  wash: { verb: 'washed', title: 'Into the water', many: 'washes' },
  dry: { verb: 'dry again', title: 'Found dry', many: 'what was dry' },
  ply: { verb: 'plied', title: 'Plied', many: 'plyings' },
  use: { verb: 'used', title: 'Used', many: 'what was used' },
  'write off': { verb: 'written off', title: 'Written off', many: 'what was written off' },
  undo: { verb: 'undone', title: 'Undone', many: 'undone' },
};

/**
 * The words for an operation; what has been wound before is rewound.
 *
 * @param took what went into it
 */
export function operationWords(kind: OperationKind, took: readonly { form: PieceForm }[] = []): OperationWords {
  if (kind === 'wind' && took.length > 0 && took.every(({ form }) => woundBefore(form)))
    return { ...WORDS.wind, verb: 'wound again', title: 'Wound again' };
  return WORDS[kind];
}
