import { fineMassFigure, inWords } from '../../core/common/format';
import type { MiniVerdict } from '../../core/minis/weighingChecks';
import type { MiniNext } from '../../core/minis/miniTies';
import type { ReelKind } from '../../core/minis/miniLoops';
import type { UnitSystem } from '../../core/common/units';

/** A size by its name, or else by its mass. */
export function sizeName({ name, massG }: { name: string; massG: number }, system: UnitSystem): string {
  return name === '' ? inWords(fineMassFigure(massG, system)) : name;
}

export const NEXT_SHORT: Record<MiniNext, string> = { dye: 'dyed', wash: 'washed', sell: 'sold', store: 'stored' };

export const REEL_WORDS: Record<ReelKind, string> = {
  arm: 'round hand and elbow',
  frame: 'round the frame',
  reel: 'on the hand reel',
  chair: 'round the chair back',
};

export const VERDICT_WORDS: Record<MiniVerdict, string> = {
  within: 'within',
  light: 'too light',
  heavy: 'too heavy',
  'cannot tell': 'this scale cannot tell',
};

export const VERDICT_TONE: Record<MiniVerdict, 'good' | 'tight' | 'bad'> = {
  within: 'good',
  light: 'bad',
  heavy: 'bad',
  'cannot tell': 'tight',
};
