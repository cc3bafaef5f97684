/**
 * Where a colour stands on a shelf that is sorted by colour: round the wheel from red on, and after it the greys, from
 * dark to light.
 *
 * @param hex like #2f7480
 * @returns 0 to 359 for colours, 1000 to 1255 for greys
 * @example
 * colourOrder('#00ff00') // => 120
 * @example
 * colourOrder('#808080') // => 1128
 */
export function colourOrder(hex: string): number {
  const [r, g, b] = channelsOf(hex);
  const [low, high] = [Math.min(r, g, b), Math.max(r, g, b)];
  const spread = high - low;
  // Next to grey the hue says nothing to the eye.
  if (spread < 0.12 * high || spread < 10) return 1000 + high;
  const sixth = high === r ? (g - b) / spread : high === g ? 2 + (b - r) / spread : 4 + (r - g) / spread;
  return Math.round((sixth * 60 + 360) % 360);
}

/** A swatch that nobody has chosen yet. */
export const NO_SWATCH = '#7d8471';

/** Where one colour's name ends and the next begins, round the wheel; between two names a colour goes by both. */
const WHEEL: readonly [until: number, names: readonly string[]][] = [
  [12, ['red']],
  [22, ['red', 'orange']],
  [42, ['orange']],
  [50, ['orange', 'yellow', 'gold']],
  [66, ['yellow', 'gold']],
  [80, ['yellow', 'green']],
  [155, ['green']],
  [195, ['teal', 'turquoise', 'green', 'blue']],
  [250, ['blue']],
  [268, ['blue', 'purple']],
  [300, ['purple']],
  [330, ['purple', 'pink']],
  [348, ['pink', 'red']],
  [361, ['red']],
];

/** Every name that a swatch may go by. */
export const COLOUR_NAMES: ReadonlySet<string> = new Set([
  ...WHEEL.flatMap(([, names]) => names),
  ...['black', 'grey', 'white', 'cream', 'beige', 'brown'],
]);

/**
 * What a maker would call a swatch, in plain words; several where it lies between two.
 *
 * @param hex like #2f7480
 * @example
 * colourNames('#34608f') // => ['blue']
 * @example
 * colourNames('#6d4a30') // => ['brown']
 */
export function colourNames(hex: string): string[] {
  const channels = channelsOf(hex);
  const [low, high] = [Math.min(...channels), Math.max(...channels)];
  const order = colourOrder(hex);
  if (order >= 1000) return high < 60 ? ['black', 'grey'] : high < 205 ? ['grey'] : ['white', 'grey'];
  const saturation = (high - low) / high;
  const warm = order < 66;
  if (warm && high > 190 && saturation < 0.32) return ['cream', 'beige', 'white'];
  const names = WHEEL.find(([until]) => order < until)![1];
  if (order >= 12 && warm && high < 150) return ['brown', ...(saturation > 0.6 ? names : [])];
  if (high < 60) return [...names, 'black'];
  const pale = high > 190 && saturation < 0.45 && (order < 22 || order >= 330);
  return pale ? ['pink', ...names.filter((name) => name !== 'pink')] : [...names];
}

/**
 * Red, green and blue of a swatch, 0 to 255.
 *
 * @example
 * channelsOf('#2f7480') // => [47, 116, 128]
 */
export function channelsOf(hex: string): [r: number, g: number, b: number] {
  return [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16)) as [number, number, number];
}
