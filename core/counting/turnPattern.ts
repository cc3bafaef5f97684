import { BANDS_HZ, HEARING, MOMENT_S, type Moment } from './hearing';

/** Places in a turn that are told apart. */
export const PLACES_IN_TURN = 64;

/** What a winder adds to what is heard, round one turn of its crank. */
export interface TurnSound {
  /** The power that it adds to each band at each place of the turn. */
  power: number[][];
  /** How much louder each band is than around it while nothing is added, in decades: noise is never quite even. */
  lift: number[];
  /** How much that varies, in decades. */
  spread: number[][];
}

/** The same, with how far it is to be trusted. */
export interface TurnPattern extends TurnSound {
  /** The way of hearing that it was learned by. */
  hearing: number;
  /** How well what was heard fitted its place; what fits much worse is not the winder. */
  fit: { mean: number; sd: number };
  /** How much better each taught turn fits what the others sound like than standing still: below 0 not at all. */
  clarity: number;
}

const BANDS = BANDS_HZ.length;
const LEAST_SPREAD = 0.2;
const MOST_SPREAD = 0.45;
/** How far what happens at one place is taken to happen at its neighbours, in places. */
const SMOOTH = 1.2;
/** How far a turn that was counted by hand may lie beside the real one, as a share of a turn. */
const OFF_BY = 0.3;
/** How often the turns are shifted, and in steps of so many moments. */
const CLOSELY = { rounds: 4, step: 0.5 };
const ROUGHLY = { rounds: 1, step: 1 };

/**
 * Learns how a turn sounds from some that were counted. Hands and voices count a little early or late, so each turn is
 * shifted to where it sounds most like the others.
 *
 * @param moments what was heard
 * @param turnAt at which moment each turn began, and the last one ended
 * @example
 * learnPattern([], [0, 50, 100]).power.length // => 64
 */
export function learnPattern(moments: readonly Moment[], turnAt: readonly number[]): TurnPattern {
  const at = aligned(moments, turnAt, CLOSELY);
  const pattern = patternOf(moments, at);
  return { ...pattern, hearing: HEARING, fit: fitOf(moments, at, pattern), clarity: clarityOf(moments, at) };
}

/**
 * What was learned, as it was kept; null where it cannot be read, or was learned by another way of hearing.
 *
 * @example
 * keptPattern('{"hearing":1}') // => null
 */
export function keptPattern(json: string): TurnPattern | null {
  try {
    const pattern = JSON.parse(json) as TurnPattern | null;
    return pattern?.hearing === HEARING ? pattern : null;
  } catch {
    return null;
  }
}

function aligned(moments: readonly Moment[], turnAt: readonly number[], { rounds, step }: typeof CLOSELY): number[] {
  let at = [...turnAt];
  for (let round = 0; round < rounds; round++) {
    const pattern = patternOf(moments, at);
    at = at.map((_, i) => shifted(moments, at, i, pattern, step));
  }
  return at;
}

/** How late the first turn may begin and how early the last may end, in seconds, and how much longer the first one takes. */
const LATE_S = [0, 0.3, 0.6, 1, 1.5];
const EARLY_S = [0, 0.4];
const SLOW_START = [0, 0.6];

/**
 * The same, where only the beginning of the first turn and the end of the last are known, and those roughly: of several
 * ways in which they may lie between, the one in which the turns are most alike.
 *
 * @param from the moment before the first turn
 * @param to the moment after the last
 * @param turns how many lie between
 * @example
 * learnPatternBetween([], 0, 500, 10).power.length // => 64
 */
export function learnPatternBetween(moments: readonly Moment[], from: number, to: number, turns: number): TurnPattern {
  let best: { clarity: number; at: number[] } | undefined;
  for (const late of LATE_S)
    for (const early of EARLY_S)
      for (const slow of SLOW_START) {
        const [start, end] = [from + late / MOMENT_S, to - early / MOMENT_S];
        const at = Array.from({ length: turns + 1 }, (_, i) =>
          i === 0 ? start : start + ((end - start) * (i + slow)) / (turns + slow),
        );
        const clarity = clarityOf(moments, aligned(moments, at, ROUGHLY));
        if (best === undefined || clarity > best.clarity) best = { clarity, at };
      }
  return learnPattern(moments, best!.at);
}

function shifted(
  moments: readonly Moment[],
  at: readonly number[],
  i: number,
  pattern: TurnSound,
  step: number,
): number {
  const length = (at.at(-1)! - at[0]!) / (at.length - 1);
  const reach = OFF_BY * length;
  let best = { at: at[i]!, fit: -Infinity };
  for (let offset = -reach; offset <= reach; offset += step) {
    const here = at[i]! + offset;
    // Held against the half turns on either side of it.
    let fit = -((offset / reach) ** 2) * 2;
    for (const [side, next] of [
      [-1, at[i - 1]],
      [1, at[i + 1]],
    ] as const) {
      if (next === undefined) continue;
      const span = Math.abs(next - at[i]!);
      for (let apart = 0; apart < span / 2; apart += 2 * step) {
        const moment = moments[Math.round(here + side * apart)];
        if (moment) fit += likeness(moment, pattern, Math.floor((((side * apart) / span + 1) % 1) * PLACES_IN_TURN));
      }
    }
    if (fit > best.fit) best = { at: here, fit };
  }
  return best.at;
}

function patternOf(moments: readonly Moment[], at: readonly number[], only?: (turn: number) => boolean): TurnSound {
  const cells = Array.from({ length: PLACES_IN_TURN }, () => ({
    weight: 1e-6,
    sum: new Array<number>(BANDS).fill(0),
    squares: new Array<number>(BANDS).fill(0),
    around: new Array<number>(BANDS).fill(0),
  }));
  for (let turn = 0; turn + 1 < at.length; turn++) {
    if (only?.(turn) === false) continue;
    const [from, to] = [at[turn]!, at[turn + 1]!];
    for (let m = Math.ceil(from); m < to; m++) {
      const moment = moments[m];
      if (!moment) continue;
      const place = ((m - from) / (to - from)) * PLACES_IN_TURN;
      for (let near = -4; near <= 4; near++) {
        const p = Math.floor(place) + near;
        const weight = Math.exp(-0.5 * ((p + 0.5 - place) / SMOOTH) ** 2);
        const cell = cells[(p + PLACES_IN_TURN) % PLACES_IN_TURN]!;
        cell.weight += weight;
        for (let b = 0; b < BANDS; b++) {
          cell.sum[b]! += weight * moment.now[b]!;
          cell.squares[b]! += weight * moment.now[b]! ** 2;
          cell.around[b]! += weight * moment.around[b]!;
        }
      }
    }
  }
  const mean = cells.map(({ weight, sum }) => sum.map((value) => value / weight));
  const around = cells.map((cell) => cell.around.map((value) => value / cell.weight));
  const spread = cells.map(({ weight, squares }, p) =>
    squares.map((value, b) => Math.max(LEAST_SPREAD, Math.sqrt(Math.max(0, value / weight - mean[p]![b]! ** 2)))),
  );
  const rise = mean.map((place, p) => place.map((value, b) => value - around[p]![b]!));
  const lift = Array.from({ length: BANDS }, (_, b) =>
    quantile(
      rise.map((place) => place[b]!),
      0.25,
    ),
  );
  const usual = Array.from(
    { length: BANDS },
    (_, b) =>
      quantile(
        around.map((place) => place[b]!),
        0.5,
      ) + lift[b]!,
  );
  const power = mean.map((place) => place.map((value, b) => Math.max(0, 10 ** value - 10 ** (usual[b]! + NOTHING))));
  return { power, lift, spread };
}

/** Places as likely as the right one where there is no turn to be heard, as shares of a turn. */
const ELSEWHERE = [0.25, 0.5, 0.75];

/** Every other turn is held against the rest: what is no sound of turns is not alike in both. */
function clarityOf(moments: readonly Moment[], at: readonly number[]): number {
  let [sum, count] = [0, 0];
  for (const odd of [0, 1]) {
    const others = patternOf(moments, at, (turn) => turn % 2 !== odd);
    for (let turn = odd; turn + 1 < at.length; turn += 2) {
      const [from, to] = [at[turn]!, at[turn + 1]!];
      for (let m = Math.max(0, Math.ceil(from)); m < to && m < moments.length; m++, count++) {
        const place = Math.floor(((m - from) / (to - from)) * PLACES_IN_TURN);
        const elsewhere = ELSEWHERE.map((off) =>
          likeness(moments[m]!, others, (place + off * PLACES_IN_TURN) % PLACES_IN_TURN),
        );
        sum += likeness(moments[m]!, others, place) - Math.max(likeness(moments[m]!, others, 'still'), ...elsewhere);
      }
    }
  }
  return count === 0 ? 0 : sum / count;
}

function fitOf(moments: readonly Moment[], at: readonly number[], pattern: TurnSound): TurnPattern['fit'] {
  const fits = moments
    .slice(Math.max(0, Math.ceil(at[0]!)), Math.ceil(at.at(-1)!))
    .map((moment) => bestFit(moment, pattern));
  const mean = fits.reduce((sum, fit) => sum + fit, 0) / fits.length;
  return { mean, sd: Math.sqrt(fits.reduce((sum, fit) => sum + (fit - mean) ** 2, 0) / fits.length) };
}

function bestFit(moment: Moment, pattern: TurnSound): number {
  return Math.max(...Array.from({ length: PLACES_IN_TURN }, (_, place) => likeness(moment, pattern, place)));
}

/** Less than so many decades above what is usual, nothing is added. */
const NOTHING = 0.06;

function quantile(values: number[], share: number): number {
  return values.sort((a, b) => a - b)[Math.floor(share * (values.length - 1))]!;
}

/** What else may sound at any time, or drown a tick: a voice, a radio, a door. */
const SOMETHING_ELSE = 0.05;

/**
 * How well a moment fits a place of the turn, or standing still: the logarithm of its likelihood.
 *
 * @example
 * likeness({ now: Array(14).fill(-4), around: Array(14).fill(-4) }, learnPattern([], [0, 50]), 7) // => likeness({ now: Array(14).fill(-4), around: Array(14).fill(-4) }, learnPattern([], [0, 50]), 'still')
 */
export function likeness(moment: Moment, pattern: TurnSound, place: number | 'still'): number {
  // The logarithm of a product of so few is the sum of theirs, and taken once.
  let likelihood = 1;
  for (let b = 0; b < BANDS; b++) {
    const around = moment.around[b]! + pattern.lift[b]!;
    const power = place === 'still' ? 0 : pattern.power[place]![b]!;
    const spread = place === 'still' ? LEAST_SPREAD : pattern.spread[place]![b]!;
    const expected = power === 0 ? around : Math.log10(10 ** around + power);
    // Where all around is loud already, what the winder adds varies little.
    const varies = Math.max(LEAST_SPREAD, Math.min(MOST_SPREAD, spread) * Math.min(1, expected - around));
    const off = (moment.now[b]! - expected) / varies;
    likelihood *= Math.exp(-0.5 * off * off) / varies + SOMETHING_ELSE;
  }
  return Math.log(likelihood);
}
