import { inWords, lengthFigure, secondsInWords } from '../../core/common/format';
import type { UnitSystem } from '../../core/common/units';
import type { Place, Sequel } from '../../core/trouble/trouble';

export const PLACE_WORDS: Record<Place, string> = {
  'the hank': 'The hank and the swift',
  'the winder': 'The winder and the count',
  'the cake': 'The cake or ball',
  'the yarn': 'The strand itself',
  'plying and dyeing': 'Plying and dyeing',
  'records and hands': 'Hands, bands and lots',
};

/** How one goes on from there. */
export const SEQUEL_WORDS: Record<Sequel, string> = {
  'go on': 'Then go on as before.',
  'wind again': 'Then wind it again.',
  join: 'Then join, and mark the knot.',
  'write off': 'Then write it off.',
};

/**
 * What is still to be done with the piece once an attempt has helped, and where; null where it is simply gone on with.
 *
 * @example
 * sequelLink('wind again', 7) // => { href: '/winding/plan/7', words: 'Wind it again' }
 */
export function sequelLink(then: Sequel, pieceId: number): { href: string; words: string } | null {
  switch (then) {
    case 'wind again':
      return { href: `/winding/plan/${pieceId}`, words: 'Wind it again' };
    case 'write off':
      return { href: `/pieces/${pieceId}/change?what=write%20off`, words: 'Write it off' };
    case 'go on':
    case 'join':
      return null;
  }
}

/**
 * How long an attempt takes.
 *
 * @example
 * minutesWords([5, 15]) // => '5 to 15 min'
 */
export function minutesWords([least, most]: readonly [number, number]): string {
  const longest = secondsInWords(60 * most);
  if (least === most) return longest;
  if (least === 0) return `up to ${longest}`;
  return most < 60 ? `${least} to ${longest}` : `${secondsInWords(60 * least)} to ${longest}`;
}

/**
 * What an attempt costs in yarn.
 *
 * @example
 * lossWords([0.3, 3], 'metric') // => 'costs 0.3 to 3 m'
 */
export function lossWords(lostM: readonly [number, number] | undefined, system: UnitSystem): string {
  if (!lostM) return 'costs no yarn';
  const [least, most] = lostM.map((m) => lengthFigure(m, system)) as [
    ReturnType<typeof lengthFigure>,
    ReturnType<typeof lengthFigure>,
  ];
  return lostM[0] === 0 ? `costs up to ${inWords(most)}` : `costs ${least.number} to ${inWords(most)}`;
}
