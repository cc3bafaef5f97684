import { type ColourRepeat, type ColourStretch, placeIn, type SeenStretch, sureWithinM } from './colourRepeat';
import { type Fault, mirrored, type PackageEnd } from './faults';

/** So much of one colour at its place along a piece. */
export interface ColourAlong {
  /** Null: nobody knows. */
  hex: string | null;
  fromM: number;
  toM: number;
  /** Which stretch of the repeat it is; null where the yarn has no repeat that it could belong to. */
  place: number | null;
  /** Near enough to a change that was seen; further off the order is right and the place is not. */
  sure: boolean;
}

/** A stretch as it is laid, before it is looked at how far it is from what was seen. */
type Laid = Omit<ColourAlong, 'sure'>;

/** A stretch of the repeat next to a change, and which way round the repeat runs. */
interface Standing {
  /** The stretch on the outer side of the change. */
  place: number;
  /** 1: towards the outer end as the repeat has it; -1: backwards. */
  step: 1 | -1;
}

/**
 * The colours along a piece, from its inner end: what was seen of their changes, and between and beyond them the yarn's
 * repeat, drawn out or in so that it meets what was seen.
 *
 * @param changes along the piece, of any kind: what is no change of colour, or one whose colours nobody noted, is passed over
 * @returns all of the piece; empty where no change tells where in the repeat it begins
 * @example
 * coloursAlong(5, [{ kind: 'colour change', atM: 2, innerHex: 'a', outerHex: 'b' }], null) // => [{ hex: 'a', fromM: 0, toM: 2, place: null, sure: true }, { hex: 'b', fromM: 2, toM: 5, place: null, sure: true }]
 */
export function coloursAlong(lengthM: number, changes: readonly Fault[], repeat: ColourRepeat | null): ColourAlong[] {
  const seen = changes
    .filter(({ kind, innerHex, outerHex, atM }) => kind === 'colour change' && (innerHex ?? outerHex) && atM <= lengthM)
    .sort((a, b) => a.atM - b.atM);
  if (seen.length === 0) return [];
  const order = repeat?.stretches ?? [];
  const standings = bestStandings(seen, order);
  const [first, last] = [seen[0]!, seen.at(-1)!];
  const before = turnedRound(
    onwards(order, standings[0] && against(standings[0], order.length), first.atM, first.innerHex ?? null),
    first.atM,
  );
  const between = seen.slice(1).flatMap((next, i) => {
    const here = seen[i]!;
    return shifted(
      spanning(order, standings[i] ?? null, standings[i + 1] ?? null, next.atM - here.atM, [
        here.outerHex ?? next.innerHex ?? null,
        next.innerHex ?? here.outerHex ?? null,
      ]),
      here.atM,
    );
  });
  const after = shifted(onwards(order, standings.at(-1) ?? null, lengthM - last.atM, last.outerHex ?? null), last.atM);
  const all = merged([...before, ...between, ...after]);
  const sureM = repeat ? sureWithinM(repeat) : Infinity;
  return all.map((each, i) => ({
    ...each,
    fromM: i === 0 ? 0 : each.fromM,
    toM: i === all.length - 1 ? lengthM : each.toM,
    sure: seen.some(({ atM }) => each.fromM - sureM <= atM && atM <= each.toM + sureM),
  }));
}

/**
 * The same colours seen from the end that leaves first.
 *
 * @example
 * coloursFrom('outer', [{ hex: 'a', fromM: 0, toM: 2, place: 0, sure: true }]) // => [{ hex: 'a', fromM: 0, toM: 2, place: 0, sure: true }]
 */
export function coloursFrom(end: PackageEnd, colours: readonly ColourAlong[]): ColourAlong[] {
  return end === 'inner' ? [...colours] : turnedRound(colours, colours.at(-1)?.toM ?? 0);
}

/**
 * The changes that a measurement from one end of a piece has found, at their places from its inner end.
 *
 * @param stretches the first of them from that end to the first change; the last may go on further than anybody measured
 * @example
 * changesMeasured([{ hex: 'a', lengthM: 2 }, { hex: 'b', lengthM: null }], 'outer', 20) // => [{ kind: 'colour change', atM: 18, innerHex: 'b', outerHex: 'a' }]
 */
export function changesMeasured(stretches: readonly SeenStretch[], from: PackageEnd, lengthM: number): Fault[] {
  let atM = 0;
  const changes = stretches.flatMap(({ hex, lengthM }, i): Fault[] => {
    if (lengthM === null) return [];
    atM += lengthM;
    const next = stretches[i + 1];
    return [{ kind: 'colour change', atM, innerHex: hex, ...(next && { outerHex: next.hex }) }];
  });
  return from === 'inner' ? changes : mirrored(changes, lengthM);
}

/**
 * The stretches between changes that were seen one after another. What lies before the first and after the last may have
 * been cut, and a stretch after which another colour comes than the order has next holds a change that was missed: of these
 * no length is known.
 *
 * @param order of the colours, where it is known
 * @returns lists of stretches that follow one another
 * @example
 * stretchesSeen([{ atM: 2, innerHex: 'b', outerHex: 'a' }, { atM: 5, outerHex: 'b' }]) // => [[{ hex: 'b', lengthM: null }, { hex: 'a', lengthM: 3 }, { hex: 'b', lengthM: null }]]
 */
export function stretchesSeen(
  changes: readonly Pick<Fault, 'atM' | 'innerHex' | 'outerHex'>[],
  order: readonly string[] = [],
): SeenStretch[][] {
  const comesNext = (hex: string, next: string) =>
    order.length < 2 || order.some((each, i) => each === hex && order[placeIn(order.length, i + 1)] === next);
  const lists: SeenStretch[][] = [[]];
  changes.forEach(({ atM, innerHex, outerHex }, i) => {
    const list = lists.at(-1)!;
    if (innerHex && i === 0) list.push({ hex: innerHex, lengthM: null });
    const next = changes[i + 1];
    if (!outerHex) return void lists.push([]);
    const whole = next?.outerHex && next.atM > atM && comesNext(outerHex, next.outerHex);
    list.push({ hex: outerHex, lengthM: whole ? next.atM - atM : null });
    if (!whole) lists.push([]);
  });
  return lists.filter((list) => list.length > 0);
}

/** What is shorter comes of the last bit of a float. */
const SHORTEST_M = 1e-6;

/** As many as can be drawn; what lies further off is not known well enough to be told. */
const MOST_STRETCHES = 2000;

/** Where in the repeat each change stands: of all ways in which it may, the one whose lengths fit best. */
function bestStandings(seen: readonly Fault[], order: readonly ColourStretch[]): (Standing | null)[] {
  const placedOn = (change: Fault) => STEPS.flatMap((step) => standingsOf(change, order, step));
  const first = seen.findIndex((change) => placedOn(change).length > 0);
  if (first < 0) return seen.map(() => null);
  const ways = placedOn(seen[first]!).map((standing) => standingsFrom(seen, order, first, standing));
  return ways.sort((a, b) => a.misfit - b.misfit)[0]!.standings;
}

const STEPS = [1, -1] as const;
/** A change that does not keep to the order is worse than any stretch that is drawn out. */
const OUT_OF_ORDER = 3;

/** Where the first of them stands so, each later one stands where its distance from the one before fits best. */
function standingsFrom(
  seen: readonly Fault[],
  order: readonly ColourStretch[],
  first: number,
  standing: Standing,
): { standings: (Standing | null)[]; misfit: number } {
  const standings = seen.map((_, i) => (i === first ? standing : null));
  let last = { standing, atM: seen[first]!.atM };
  let misfit = 0;
  seen.forEach((change, i) => {
    if (i <= first) return;
    const best = standingsOf(change, order, standing.step)
      .map((here) => ({ here, misfit: drawn(order, last.standing, here, change.atM - last.atM) }))
      .sort((a, b) => a.misfit - b.misfit)[0];
    misfit += best?.misfit ?? OUT_OF_ORDER;
    if (!best) return;
    standings[i] = best.here;
    last = { standing: best.here, atM: change.atM };
  });
  return { standings, misfit };
}

function standingsOf(change: Fault, order: readonly ColourStretch[], step: 1 | -1): Standing[] {
  return order.flatMap(({ hex }, place) => {
    const inner = order[placeIn(order.length, place - step)]!.hex;
    const fits = (change.outerHex ?? hex) === hex && (change.innerHex ?? inner) === inner;
    return fits ? [{ place, step }] : [];
  });
}

/** By how much the repeat must be drawn out or in between two changes, as a logarithm. */
function drawn(order: readonly ColourStretch[], from: Standing, to: Standing, lengthM: number): number {
  const plain = stretchesBetween(order, from, to, lengthM).reduce((sum, stretch) => sum + stretch.lengthM, 0);
  return Math.abs(Math.log(lengthM / plain));
}

/** The stretches of the repeat from one change to another, with as many whole repeats in between as fit best. */
function stretchesBetween(
  order: readonly ColourStretch[],
  from: Standing,
  to: Standing,
  lengthM: number,
): (ColourStretch & { place: number })[] {
  const count = placeIn(order.length, from.step * (to.place - from.place)) || order.length;
  const once = Array.from({ length: count }, (_, i) => at(order, from, i));
  const onceM = once.reduce((sum, stretch) => sum + stretch.lengthM, 0);
  const repeatM = order.reduce((sum, stretch) => sum + stretch.lengthM, 0);
  const more = Math.min(MOST_STRETCHES / order.length, Math.max(0, Math.round((lengthM - onceM) / repeatM)));
  return Array.from({ length: count + Math.floor(more) * order.length }, (_, i) => at(order, from, i));
}

function at(order: readonly ColourStretch[], { place, step }: Standing, i: number): ColourStretch & { place: number } {
  const there = placeIn(order.length, place + step * i);
  return { ...order[there]!, place: there };
}

/** The colours of a length between two changes, from its own beginning. */
function spanning(
  order: readonly ColourStretch[],
  from: Standing | null,
  to: Standing | null,
  lengthM: number,
  [hex, lastHex]: readonly [string | null, string | null],
): Laid[] {
  if (lengthM <= 0) return [];
  if (from && to && from.step === to.step) {
    const stretches = stretchesBetween(order, from, to, lengthM);
    const draw = lengthM / stretches.reduce((sum, stretch) => sum + stretch.lengthM, 0);
    return laid(stretches.map((stretch) => ({ ...stretch, lengthM: draw * stretch.lengthM })));
  }
  // Nobody saw where between them it changes.
  if (hex !== lastHex)
    return laid([
      { hex, lengthM: lengthM / 2, place: null },
      { hex: lastHex, lengthM: lengthM / 2, place: null },
    ]);
  return laid([{ hex, lengthM, place: from?.place ?? null }]);
}

/** The colours of a length that begins at a change, as the repeat goes on. */
function onwards(
  order: readonly ColourStretch[],
  from: Standing | null | undefined,
  lengthM: number,
  hex: string | null,
): Laid[] {
  if (lengthM <= SHORTEST_M) return [];
  if (!from) return laid([{ hex, lengthM, place: null }]);
  const stretches: (ColourStretch & { place: number })[] = [];
  let leftM = lengthM;
  for (let i = 0; leftM > SHORTEST_M && i < MOST_STRETCHES; i++) {
    const next = at(order, from, i);
    stretches.push({ ...next, lengthM: Math.min(leftM, next.lengthM) });
    leftM -= next.lengthM;
  }
  return laid(leftM > SHORTEST_M ? [...stretches, { hex: null, lengthM: leftM, place: null }] : stretches);
}

/** The same change seen the other way: the stretch on its inner side, and on towards the inner end. */
function against({ place, step }: Standing, places: number): Standing {
  return { place: placeIn(places, place - step), step: step === 1 ? -1 : 1 };
}

/**
 * Stretches one after another, from nothing on.
 *
 * @example
 * laid([{ hex: 'a', lengthM: 2 }, { hex: 'b', lengthM: 1 }]) // => [{ hex: 'a', fromM: 0, toM: 2 }, { hex: 'b', fromM: 2, toM: 3 }]
 */
export function laid<Stretch extends { lengthM: number }>(
  stretches: readonly Stretch[],
): (Omit<Stretch, 'lengthM'> & { fromM: number; toM: number })[] {
  let fromM = 0;
  return stretches.map(({ lengthM, ...stretch }) => {
    const along = { ...stretch, fromM, toM: fromM + lengthM };
    fromM += lengthM;
    return along;
  });
}

function shifted(colours: readonly Laid[], byM: number): Laid[] {
  return colours.map((each) => ({ ...each, fromM: each.fromM + byM, toM: each.toM + byM }));
}

function turnedRound<Colour extends Laid>(colours: readonly Colour[], lengthM: number): Colour[] {
  return colours.map((each) => ({ ...each, fromM: lengthM - each.toM, toM: lengthM - each.fromM })).reverse();
}

/** What goes on in the same colour is one stretch. */
function merged(colours: readonly Laid[]): Laid[] {
  const list: Laid[] = [];
  for (const each of colours) {
    const last = list.at(-1);
    if (last && last.hex === each.hex && last.place === each.place) list[list.length - 1] = { ...last, toM: each.toM };
    else list.push(each);
  }
  return list;
}
