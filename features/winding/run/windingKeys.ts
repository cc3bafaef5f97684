import type { PedalAct } from '../../../ui/bench/usePedals';

/** One letter for each thing that can happen while yarn is wound. */
export const LETTERS = {
  s: 'stop',
  n: 'snag',
  b: 'off the base',
  p: 'pause',
  k: 'knot',
  t: 'thin spot',
  c: 'colour change',
  w: 'tension changed',
  u: 'unmark',
  x: 'cut',
  f: 'full screen',
} as const;

export type WindingAct = PedalAct | (typeof LETTERS)[keyof typeof LETTERS];
