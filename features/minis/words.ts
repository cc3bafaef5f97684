import { inWords, fineMassFigure } from '../../core/format';
import type { MiniVerdict } from '../../core/miniScale';
import type { MiniCaution, MiniNext } from '../../core/miniTies';
import type { ReelKind } from '../../core/miniLoops';
import type { UnitSystem } from '../../core/units';

/** A size by its name, or else by its mass. */
export function sizeName({ name, massG }: { name: string; massG: number }, system: UnitSystem): string {
  return name === '' ? inWords(fineMassFigure(massG, system)) : name;
}

/** "1 mini", "12 minis" */
export function minisInWords(count: number): string {
  return `${count} mini${count === 1 ? '' : 's'}`;
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

export const CAUTION_WORDS: Record<MiniCaution, { strong: string; more: string }> = {
  'plastic in hot dye': {
    strong: 'No acrylic or polyester in a hot dye bath.',
    more: 'It softens or melts there and takes hardly any colour. Leave these minis out, or choose a cold way that its label allows.',
  },
  'nylon in hot dye': {
    strong: 'There is nylon in it.',
    more: 'In a blend with wool it usually bears the heat that wool does; go by the yarn’s label and the dye’s own instructions.',
  },
  felting: {
    strong: 'Untreated wool felts.',
    more: 'No sudden change of heat, no stirring or rubbing, no stream of water onto it. Let it cool down in the pot.',
  },
  'plant fibres': {
    strong: 'Plant fibres take other dyes than wool.',
    more: 'A dye for wool leaves them pale; see what the dye’s label says it is for.',
  },
  'tight ties': {
    strong: 'Tie loosely.',
    more: 'Beneath a tight tie no dye comes through, and an undyed band stays.',
  },
  'dye safety': {
    strong: 'Gloves, fresh air, and pots that are never used for food.',
    more: 'Read the safety sheet of the dye and the mordant, and follow the local rules for what is left in the pot.',
  },
};
