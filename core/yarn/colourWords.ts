import { channelsOf } from './colourOrder';

/** Colours by the words that names of colourways are made of; the last word that is known counts ("fog blue": blue). */
const HEX: Record<string, string> = {
  white: '#f1efe8',
  cream: '#ece3cd',
  ivory: '#efe9d6',
  natural: '#e4d9c2',
  undyed: '#e7dcc6',
  oatmeal: '#d3bd93',
  sand: '#cdb58a',
  beige: '#cdb997',
  black: '#23211f',
  charcoal: '#3d4043',
  grey: '#8b8f90',
  gray: '#8b8f90',
  silver: '#b6babb',
  slate: '#4c5866',
  fog: '#b3bdc6',
  brown: '#6d4a30',
  rust: '#9c4a24',
  ochre: '#c08c2e',
  gold: '#c79a2c',
  mustard: '#bb8f22',
  yellow: '#dcb93a',
  orange: '#cf6f2a',
  coral: '#d8705a',
  pink: '#d48a9c',
  rose: '#c26b7d',
  red: '#a32a30',
  madder: '#9a3030',
  burgundy: '#5f1f2d',
  wine: '#6a2233',
  purple: '#6a4380',
  plum: '#573055',
  violet: '#6f5299',
  lilac: '#ab98c4',
  heather: '#8f7f9b',
  blue: '#34608f',
  navy: '#1f2d4a',
  indigo: '#2b3766',
  sky: '#84abc9',
  teal: '#26727a',
  turquoise: '#37989c',
  sea: '#3c7f86',
  green: '#47734a',
  moss: '#66733a',
  olive: '#6f6d34',
  sage: '#94a184',
  lichen: '#a9b38c',
};

/**
 * What a colour might look like, by its name; undefined where no word of it is known.
 *
 * @example
 * colourFromWords('Deep Teal') // => '#26727a'
 */
export function colourFromWords(name: string): string | undefined {
  return name
    .toLowerCase()
    .split(/[^a-z]+/)
    .flatMap((word) => HEX[word] ?? [])
    .at(-1);
}

/**
 * What to call each of some colours so that they can be told apart: by the word that comes nearest; where two share one, by
 * how light they are, and where more do, by number.
 *
 * @example
 * namesApart(['#34608f', '#a4552e', '#b3bdc6']) // => { '#34608f': 'blue', '#a4552e': 'rust', '#b3bdc6': 'fog' }
 */
export function namesApart(hexes: readonly string[]): Record<string, string> {
  const distinct = [...new Set(hexes)];
  const words = new Map(distinct.map((hex) => [hex, nearestWord(hex)]));
  return Object.fromEntries(
    distinct.map((hex) => {
      const word = words.get(hex)!;
      const among = distinct
        .filter((other) => words.get(other) === word)
        .sort((a, b) => lightness(channelsOf(a)) - lightness(channelsOf(b)));
      if (among.length === 1) return [hex, word];
      if (among.length === 2) return [hex, `${among[0] === hex ? 'dark' : 'light'} ${word}`];
      return [hex, `${word} ${among.indexOf(hex) + 1}`];
    }),
  );
}

/** Spelt two ways, one is enough. */
const WORDS = Object.entries(HEX).filter(([word]) => word !== 'gray');

function nearestWord(hex: string): string {
  const colour = channelsOf(hex);
  const away = (other: string) => {
    const [r, g, b] = channelsOf(other).map((channel, i) => channel - colour[i]!) as [number, number, number];
    // To the eye, green counts for most.
    return 2 * r * r + 4 * g * g + 3 * b * b;
  };
  return WORDS.map(([word, other]) => ({ word, away: away(other) })).sort((a, b) => a.away - b.away)[0]!.word;
}

function lightness([r, g, b]: readonly [number, number, number]): number {
  return 0.3 * r + 0.59 * g + 0.11 * b;
}
