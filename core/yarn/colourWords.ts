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
