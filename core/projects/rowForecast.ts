import { type Estimate, normalCdf, uniformSd } from '../common/estimate';
import { ballAt, type ConsumptionFit, consumptionFit, type RowWeighing, seenAgain } from './consumptionFit';
import { type RowPattern, rowSums } from './rowPattern';
import { type Verdict, verdictOf } from '../yarn/yardage';

/** What is kept for a border, an edging or the cast-off. */
export type Border =
  /** So much of the yarn. */
  | { kind: 'amount'; amount: { grams: number } | { metres: number } }
  /** As much as so many rows take that are as wide as the last one. */
  | { kind: 'rows'; rows: number }
  /** So many times as long as the last row is wide. */
  | { kind: 'width'; times: number; stitchesPer10Cm: number };

export const BORDER_KINDS = ['amount', 'rows', 'width'] as const satisfies Border['kind'][];

/** Something that is knitted row by row, and its yarn weighed meanwhile. */
export interface Knitting {
  pattern: RowPattern;
  /** The row after which the border or the cast-off begins; null: as far as the yarn goes. */
  lastRow: number | null;
  border: Border | null;
  /** Metres in a gram of its yarn; null where nothing tells. */
  gristMPerG: number | null;
  /** In the order of their rows. */
  weighings: readonly RowWeighing[];
  /** What there is for it beside the ball that was weighed last. */
  reserveG: Estimate;
}

/** How it goes on, as far as the weighings tell. */
export interface RowForecast {
  /** The row that was weighed last. */
  row: number;
  /** What a row takes there. */
  rowG: Estimate;
  /** Rows that the yarn still makes, with nothing kept back: nine times in ten between low and high. */
  rowsLeft: { low90: number; likely: number; high90: number };
  /** All rows of the pattern are likely to be made before the yarn is gone. */
  outlasts: boolean;
  /** The last row after which the border can still be begun; null without a border. */
  border: { surely: number | null; likely: number | null; takesG: Estimate } | null;
  /** Whether the yarn reaches over the last row and the border; null where no last row is set. */
  reaches: { chance: number; verdict: Verdict; overG: Estimate } | null;
  /**
   * Where the ball ends before the last row: the row after which another surely must come in, and the one after which rows
   * of both in turn let this one last to the end (null: it is too late for that). Null where it lasts.
   */
  nextBall: { afterRow: number; alternateAfter: number | null } | null;
  /** What is made already, as a share of the yarn that it takes in all, 0 to 1. */
  doneShare: number;
  usedG: number;
  /** When to weigh again, and how many rows that is likely to win (none: it tells whether the last row is reached); null: never. */
  weighAgain: { row: number; winsRows: number } | null;
  /** The last weighing hardly fits the others. */
  isOdd: boolean;
  /** What will be left, row by row, and what the border would take there. */
  ahead: { row: number; remainingG: Estimate; borderG: number }[];
}

/** A knitting in a list. */
export interface KnittingLine extends Partial<
  Pick<RowForecast, 'rowsLeft' | 'border' | 'reaches' | 'nextBall' | 'weighAgain'>
> {
  id: number;
  name: string;
  colourHex: string;
  /** The row that was weighed last; null while nothing was. */
  row: number | null;
}

/** So sure is "surely". */
const SURELY = 0.95;
/** A range holds so often. */
const RANGE = 0.9;
/** A row that takes just what there is has an even chance, whatever the last digits say. */
const ROUNDING = 1e-9;
/** A weighing as odd as this is asked about. */
const ODD = 0.002;
/** What a border takes is typed about as well as a pattern's need; by its width it is a rule of thumb. */
const TYPED_WITHIN = 0.05;
const BY_WIDTH_WITHIN = 0.15;

/**
 * What the weighings tell of the rows to come.
 *
 * @returns undefined while there are too few weighings
 * @throws InputError where the chart cannot be read
 * @see docs/calculations.md, knitting
 * @example
 * rowForecast({ pattern: { kind: 'even', stitches: null }, lastRow: null, border: null, gristMPerG: null, reserveG: { mean: 0, sd: 0 },
 *   weighings: [{ row: 0, massG: { mean: 100, sd: 0.03 }, ballId: 1 }, { row: 20, massG: { mean: 80, sd: 0.03 }, ballId: 1 }]
 * }).rowsLeft.likely // => 80
 */
export function rowForecast(knitting: Knitting): RowForecast | undefined {
  const sums = rowSums(knitting.pattern);
  const weighings = knitting.weighings.filter(({ row }) => row <= sums.rows);
  const fit = consumptionFit(weighings, sums);
  if (!fit) return undefined;
  const { row } = fit;
  const last = Math.min(knitting.lastRow ?? Infinity, sums.rows);
  const withoutBorder = { ...knitting, border: null };
  const rowsLeft = rowsLeftOf(fit, withoutBorder);
  const likely = lastRowWith(fit, knitting, 0.5);
  const takesG = borderG(fit, knitting, Math.max(row, likely ?? row));
  const over = knitting.lastRow === null || last < row ? null : remainingAt(fit, knitting, last);
  const now = estimateOf(remainingAt(fit, withoutBorder, row)).mean;
  const toGoG = over ? now - estimateOf(over).mean : now;
  const usedG = usedIn(weighings, fit);
  return {
    row,
    rowG: rowG(fit),
    rowsLeft,
    outlasts: rowsLeft.likely === sums.rows - row,
    border: takesG && { surely: lastRowWith(fit, knitting, SURELY), likely, takesG },
    reaches: over && { chance: chanceOf(over), verdict: verdictOf(chanceOf(over)), overG: estimateOf(over) },
    nextBall: nextBall(fit, { ...withoutBorder, reserveG: NOTHING }),
    doneShare: toGoG <= 0 ? 1 : usedG / (usedG + toGoG),
    usedG,
    weighAgain: weighAgain(fit, knitting),
    isOdd: fit.oddness < ODD,
    ahead: ahead(fit, knitting, row + rowsLeft.high90),
  };
}

type Mixture = ReturnType<typeof ballAt>;

const NOTHING: Estimate = { mean: 0, sd: 0 };

/** What the next row takes; after the last one of the pattern, what that took. */
function rowG(fit: ConsumptionFit): Estimate {
  const { row, sums, about } = fit;
  if (row === sums.rows) return { mean: about.throughG[row]! - about.throughG[row - 1]!, sd: 0 };
  const [here, next] = [row, row + 1].map((at) => estimateOf(ballAt(fit, at)));
  return { mean: here!.mean - next!.mean, sd: Math.sqrt(Math.max(0, next!.sd ** 2 - here!.sd ** 2)) };
}

/** What will be left once a row and, after it, the border are done. */
function remainingAt(fit: ConsumptionFit, knitting: Knitting, row: number): Mixture {
  const { border, reserveG } = knitting;
  const inRows = border?.kind === 'rows' ? border.rows : 0;
  const kept = inRows > 0 ? null : borderG(fit, knitting, row);
  return ballAt(fit, row, inRows).map(({ weight, mean, sd }) => ({
    weight,
    mean: mean + reserveG.mean - (kept?.mean ?? 0),
    sd: Math.hypot(sd, reserveG.sd, kept?.sd ?? 0),
  }));
}

/** What the border takes that is begun after a row; null where there is none, or where grist or stitches are not known. */
function borderG(fit: ConsumptionFit, { border, gristMPerG }: Knitting, row: number): Estimate | null {
  if (border === null) return null;
  if (border.kind === 'rows') {
    const [without, withIt] = [0, border.rows].map((rows) => estimateOf(ballAt(fit, row, rows)));
    return { mean: without!.mean - withIt!.mean, sd: Math.sqrt(Math.max(0, withIt!.sd ** 2 - without!.sd ** 2)) };
  }
  const known = (grams: number, within: number) => ({ mean: grams, sd: uniformSd(within * grams) });
  if (border.kind === 'amount') {
    if ('grams' in border.amount) return known(border.amount.grams, TYPED_WITHIN);
    return gristMPerG === null ? null : known(border.amount.metres / gristMPerG, TYPED_WITHIN);
  }
  const stitches = fit.sums.stitchesIn(Math.max(1, row));
  if (stitches === null || gristMPerG === null) return null;
  const widthM = (0.1 * stitches) / border.stitchesPer10Cm;
  return known((border.times * widthM) / gristMPerG, BY_WIDTH_WITHIN);
}

function chanceOf(mixture: Mixture): number {
  return mixture.reduce(
    (sum, { weight, mean, sd }) => sum + weight * (sd > 0 ? normalCdf(mean / sd) : mean >= 0 ? 1 : 0),
    0,
  );
}

function estimateOf(mixture: Mixture): Estimate {
  const mean = mixture.reduce((sum, each) => sum + each.weight * each.mean, 0);
  const variance = mixture.reduce((sum, each) => sum + each.weight * (each.sd ** 2 + (each.mean - mean) ** 2), 0);
  return { mean, sd: Math.sqrt(variance) };
}

/** The last row that can be done with so much of a chance that the yarn still reaches over the border; null if not one more. */
function lastRowWith(fit: ConsumptionFit, knitting: Knitting, chance: number): number | null {
  return lastHolding(fit.row, fit.sums.rows, (row) => chanceOf(remainingAt(fit, knitting, row)) >= chance - ROUNDING);
}

/** The last of some rows for which something holds that once does no longer; null if it does for none. */
function lastHolding(first: number, last: number, holds: (row: number) => boolean): number | null {
  if (!holds(first)) return null;
  let [low, high] = [first, last];
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if (holds(middle)) low = middle;
    else high = middle - 1;
  }
  return low;
}

/**
 * How many rows the yarn still makes. Rows are whole, so no range of them holds just nine times in ten: of those that begin and end
 * about where they should, the one that comes nearest to it.
 */
function rowsLeftOf(fit: ConsumptionFit, knitting: Knitting): RowForecast['rowsLeft'] {
  const toCome = fit.sums.rows - fit.row;
  const chanceOfMaking = (rows: number) => (rows > toCome ? 0 : chanceOf(remainingAt(fit, knitting, fit.row + rows)));
  const madeWith = (chance: number) => (lastRowWith(fit, knitting, chance) ?? fit.row) - fit.row;
  const [low, likely, high] = [SURELY, 0.5, 1 - SURELY].map(madeWith) as [number, number, number];
  const lows = [low, low + 1].filter((rows) => rows <= likely);
  const highs = [high - 1, high].filter((rows) => rows >= likely);
  const ranges = lows.flatMap((low90) => highs.map((high90) => ({ low90, likely, high90 })));
  const offBy = (range: (typeof ranges)[number]) =>
    Math.abs(chanceOfMaking(range.low90) - chanceOfMaking(range.high90 + 1) - RANGE);
  return ranges.reduce((best, range) => (offBy(range) < offBy(best) ? range : best));
}

/** Another ball, where this one alone does not surely last to the last row. */
function nextBall(fit: ConsumptionFit, ball: Knitting): RowForecast['nextBall'] {
  const last = Math.min(ball.lastRow ?? fit.row, fit.sums.rows);
  const afterRow = lastRowWith(fit, ball, SURELY) ?? fit.row;
  if (last <= afterRow) return null;
  const atEnd = remainingAt(fit, ball, last);
  // Rows in turn take half of what rows from this one alone would: what is left then lies half way between.
  const inTurnFrom = (row: number) =>
    chanceOf(
      remainingAt(fit, ball, row).map(({ weight, mean, sd }, i) => ({
        weight,
        mean: (mean + atEnd[i]!.mean) / 2,
        sd: (sd + atEnd[i]!.sd) / 2,
      })),
    );
  return { afterRow, alternateAfter: lastHolding(fit.row, last, (row) => inTurnFrom(row) >= SURELY) };
}

/** All that was used: what the balls lost between weighings, and about as much as the rows before the first one take. */
function usedIn(weighings: readonly RowWeighing[], { about }: ConsumptionFit): number {
  return weighings.reduce((sum, { ballId, massG, row }, i) => {
    const before = weighings[i - 1];
    if (before?.ballId === ballId) return sum + before.massG.mean - massG.mean;
    return sum + about.throughG[row]! - about.throughG[before?.row ?? 0]!;
  }, 0);
}

/** Worth it from so many rows on. */
const WORTH_ROWS = 2;
/** So far towards the last sure row: late enough to tell more, early enough to act on it. */
const WEIGH_AGAIN_AT = 0.7;

/** Between these chances it is open whether the last row is reached. */
const OPEN = { low: 0.05, high: SURELY };

/** What one more weighing would win, if it showed just what is likely. */
function weighAgain(fit: ConsumptionFit, knitting: Knitting): RowForecast['weighAgain'] {
  if (knitting.lastRow !== null) {
    const rows = Math.min(knitting.lastRow, fit.sums.rows) - fit.row;
    const chance = rows > 0 ? chanceOf(remainingAt(fit, knitting, fit.row + rows)) : 1;
    const isOpen = rows > WORTH_ROWS && chance > OPEN.low && chance < OPEN.high;
    return isOpen ? { row: fit.row + Math.round(rows / 2), winsRows: 0 } : null;
  }
  const surely = lastRowWith(fit, knitting, SURELY);
  if (surely === null || surely - fit.row < WORTH_ROWS) return null;
  const row = fit.row + Math.max(1, Math.round(WEIGH_AGAIN_AT * (surely - fit.row)));
  const then = lastRowWith(seenAgain(fit, row, knitting.weighings.at(-1)!.massG.sd), knitting, SURELY);
  const winsRows = (then ?? surely) - surely;
  return winsRows >= WORTH_ROWS ? { row, winsRows } : null;
}

const POINTS = 40;

function ahead(fit: ConsumptionFit, knitting: Knitting, until: number): RowForecast['ahead'] {
  const rows = until - fit.row;
  const points = Math.min(POINTS, rows);
  return Array.from({ length: points + 1 }, (_, i) => {
    const row = fit.row + Math.round((i * rows) / Math.max(1, points));
    return {
      row,
      remainingG: estimateOf(remainingAt(fit, { ...knitting, border: null }, row)),
      borderG: borderG(fit, knitting, row)?.mean ?? 0,
    };
  });
}
