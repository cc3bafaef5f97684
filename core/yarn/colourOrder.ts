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
  const [r, g, b] = [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16)) as [number, number, number];
  const [low, high] = [Math.min(r, g, b), Math.max(r, g, b)];
  const spread = high - low;
  // Next to grey the hue says nothing to the eye.
  if (spread < 0.12 * high || spread < 10) return 1000 + high;
  const sixth = high === r ? (g - b) / spread : high === g ? 2 + (b - r) / spread : 4 + (r - g) / spread;
  return Math.round((sixth * 60 + 360) % 360);
}
