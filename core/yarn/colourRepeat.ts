import { type Estimate, HALF_WIDTH_90 } from '../common/estimate';

/** So much of one colour along a yarn, from one change to the next. */
export interface ColourStretch {
  hex: string;
  lengthM: number;
}

/** The same as it was found: null where it was not seen whole, and only its place among the others is known. */
export interface SeenStretch {
  hex: string;
  lengthM: number | null;
}

/** The colours of a yarn that come again and again in the same order. */
export interface ColourRepeat {
  /** In the order in which they follow one another; the last leads over to the first. */
  stretches: ColourStretch[];
  /** Of all of them together, and how well that is known. */
  lengthM: Estimate;
  /** By how much one repeat differs from the next: a standard deviation, in metres. */
  spreadM: number;
  /** How many repeats the measured stretches make. */
  measured: number;
}

/** How much of its length a stretch usually varies by, as a standard deviation, until the yarn tells: by simulation (`npm run bench -- truth`). */
const USUAL_SPREAD = 0.1;
/** The rule of thumb is worth so many measured stretches. */
const RULE_WORTH = 3;

/**
 * The colours of a yarn in the order in which they come again and again, as the longest of these lists has them.
 *
 * @example
 * colourOrderOf([['a', 'b', 'c', 'a', 'b'].map((hex) => ({ hex, lengthM: null }))]) // => ['a', 'b', 'c']
 */
export function colourOrderOf(measured: readonly (readonly SeenStretch[])[]): string[] {
  const longest = measured.map(merged).sort((a, b) => b.length - a.length)[0] ?? [];
  return shortestOrder(longest.map(({ hex }) => hex));
}

/**
 * The repeat that measured stretches make: the shortest order of colours that they all keep to, forwards or backwards,
 * with the mean length of each. What does not keep to the order of the longest list is left out.
 *
 * @param measured what was found from one change to the next, one list for each place that was measured
 * @returns null where there are not two colours, or one of them was never seen whole
 * @example
 * colourRepeat([[{ hex: '#8a8f6a', lengthM: 2 }, { hex: '#a4552e', lengthM: 1 }]])?.lengthM.mean // => 3
 * @example
 * colourRepeat([['a', 'b', 'c', 'a', 'b'].map((hex) => ({ hex, lengthM: 2 }))])?.stretches.length // => 3
 */
export function colourRepeat(measured: readonly (readonly SeenStretch[])[]): ColourRepeat | null {
  const order = colourOrderOf(measured);
  if (order.length < 2) return null;
  const seen = order.map((): number[] => []);
  for (const list of measured.map(merged).sort((a, b) => b.length - a.length)) {
    const places = placesInOrder(list, order, seen);
    list.forEach(({ lengthM }, i) => lengthM !== null && seen[places[i] ?? -1]?.push(lengthM));
  }
  if (seen.some(({ length }) => length === 0)) return null;
  const means = seen.map(mean);
  const spread = relativeSpread(seen, means);
  return {
    stretches: order.map((hex, i) => ({ hex, lengthM: means[i]! })),
    lengthM: {
      mean: means.reduce((sum, each) => sum + each, 0),
      sd: spread * Math.hypot(...means.map((each, i) => each / Math.sqrt(seen[i]!.length))),
    },
    spreadM: spread * Math.hypot(...means),
    measured: seen.reduce((sum, { length }) => sum + length, 0) / order.length,
  };
}

/** Two stretches of one colour, one after the other, are one. */
function merged(stretches: readonly SeenStretch[]): SeenStretch[] {
  return stretches.reduce<SeenStretch[]>((list, { hex, lengthM }) => {
    const last = list.at(-1);
    if (last?.hex !== hex) return [...list, { hex, lengthM }];
    const whole = last.lengthM !== null && lengthM !== null;
    return [...list.slice(0, -1), { hex, lengthM: whole ? last.lengthM! + lengthM : null }];
  }, []);
}

function shortestOrder(hexes: readonly string[]): string[] {
  for (let length = 2; length < hexes.length; length++) {
    const closes = hexes[length - 1] !== hexes[0];
    if (closes && hexes.every((hex, i) => hex === hexes[i % length])) return hexes.slice(0, length);
  }
  return [...hexes];
}

/**
 * Where in the order each of these stretches has its place; empty where they do not keep to it. Of several ways, the one
 * that fits the lengths that are known best.
 */
function placesInOrder(
  list: readonly SeenStretch[],
  order: readonly string[],
  known: readonly (readonly number[])[],
): number[] {
  const ways = [1, -1].flatMap((step) =>
    order.map((_, first) => list.map((_, i) => placeIn(order.length, first + step * i))),
  );
  const off = (places: readonly number[]) =>
    list.reduce((sum, { lengthM }, i) => {
      const lengths = known[places[i]!]!;
      return lengthM === null || lengths.length === 0 ? sum : sum + Math.abs(Math.log(lengthM / mean(lengths)));
    }, 0);
  return (
    ways.filter((places) => list.every(({ hex }, i) => hex === order[places[i]!])).sort((a, b) => off(a) - off(b))[0] ??
    []
  );
}

/**
 * A place in an order that comes again and again.
 *
 * @example
 * placeIn(3, -1) // => 2
 */
export function placeIn(places: number, at: number): number {
  return ((at % places) + places) % places;
}

/** By how much a stretch differs from the mean of its colour, as a share of it: from those seen twice, and a rule of thumb. */
function relativeSpread(seen: readonly (readonly number[])[], means: readonly number[]): number {
  let squares = RULE_WORTH * USUAL_SPREAD ** 2;
  let free = RULE_WORTH;
  seen.forEach((lengths, i) => {
    free += lengths.length - 1;
    for (const length of lengths) squares += ((length - means[i]!) / means[i]!) ** 2;
  });
  return Math.sqrt(squares / free);
}

/**
 * How far from a change that was seen each stretch can still be placed: as long as the place is known to half a stretch,
 * nine times in ten.
 *
 * @returns metres
 * @example
 * sureWithinM({ stretches: [{ hex: 'a', lengthM: 2 }, { hex: 'b', lengthM: 2 }], lengthM: { mean: 4, sd: 0 }, spreadM: 0.3 }).toFixed(1) // => '16.4'
 */
export function sureWithinM({ stretches, lengthM, spreadM }: Omit<ColourRepeat, 'measured'>): number {
  const mostSd = lengthM.mean / stretches.length / 2 / HALF_WIDTH_90;
  // The repeats between n add spread² n and sd² n²: where that reaches mostSd².
  const [a, b] = [lengthM.sd ** 2, spreadM ** 2];
  const repeats = a > 0 ? (-b + Math.sqrt(b * b + 4 * a * mostSd ** 2)) / (2 * a) : mostSd ** 2 / b;
  return repeats * lengthM.mean;
}

function mean(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / values.length;
}
