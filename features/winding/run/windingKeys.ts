import type { Letters } from '../../../ui/bench/useBenchKeys';
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

/** Colours that have a key: the first with 1. */
export const MOST_COLOUR_KEYS = 9;
const COLOUR_KEYS = Array.from({ length: MOST_COLOUR_KEYS }, (_, i) => i + 1);
export type ColourAct = `begin colour ${number}`;

/** Not to be taken for "colour change", which says no colour. */
export function isColourAct(act: string): act is ColourAct {
  return act.startsWith('begin colour ');
}

export function numberOf(act: ColourAct): number {
  return Number(act.slice('begin colour '.length));
}

/** The same, and a figure for each colour of the yarn. */
export const KEYS: Letters<(typeof LETTERS)[keyof typeof LETTERS] | ColourAct> = {
  ...LETTERS,
  ...Object.fromEntries(COLOUR_KEYS.map((n) => [String(n), `begin colour ${n}` as const])),
};

export type WindingAct = PedalAct | (typeof LETTERS)[keyof typeof LETTERS];
