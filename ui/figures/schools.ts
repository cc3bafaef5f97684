import type { Schools } from '../../core/bench/schools';

interface School {
  value: string;
  name: string;
  /** Why makers do it so. */
  why: string;
}

/** Where good makers disagree: each question with its schools and their reasons. */
export const SCHOOL_QUESTIONS: Record<
  Exclude<keyof Schools, 'earliestDays'>,
  { question: string; schools: readonly School[] }
> = {
  workFrom: {
    question: 'Work a cake from',
    schools: [
      {
        value: 'as the yarn asks',
        name: 'as the yarn asks',
        why: 'outside for sticky and slippery yarn, the centre for any other',
      },
      { value: 'centre', name: 'the centre', why: 'it stays put and does not roll away' },
      { value: 'outside', name: 'the outside', why: 'even tension, and no tangled lump from the middle' },
    ],
  },
  windings: {
    question: 'Wind a hank',
    schools: [
      { value: 'once', name: 'once', why: 'quick' },
      {
        value: 'twice',
        name: 'twice',
        why: 'a soft, relaxed cake; the second winding can take back the first one’s twist',
      },
    ],
  },
  ties: {
    question: 'Cut the ties',
    schools: [
      { value: 'after mounting', name: 'once it is mounted', why: 'the hank is held before it is set free' },
      { value: 'before mounting', name: 'before', why: 'easier to reach in the hands; only for a hank that lies well' },
    ],
  },
  startingEnd: {
    question: 'Seat the starting end',
    schools: [
      { value: 'doubled', name: 'doubled', why: 'nothing to cut off afterwards' },
      { value: 'knotted', name: 'with a small knot', why: 'a knot holds best in the notch' },
    ],
  },
  joinedEnds: {
    question: 'The knot that joins a hank’s ends',
    schools: [
      { value: 'cut', name: 'cut at the knot', why: 'quick, and nothing is lost' },
      { value: 'untied', name: 'untie it', why: 'leaves both ends whole' },
    ],
  },
  slip: {
    question: 'Keep the slip of the band',
    schools: [
      { value: 'in the hole', name: 'in the cake’s hole', why: 'it stays with the cake' },
      { value: 'apart', name: 'apart', why: 'a cake that is pulled from its centre pulls the slip out' },
    ],
  },
};
