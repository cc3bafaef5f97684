import { type Estimate, normalCdf } from '../common/estimate';
import type { RowSums } from './rowPattern';

/** What a ball weighed when so many rows were done. */
export interface RowWeighing {
  row: number;
  massG: Estimate;
  /** Which ball; a new one begins where the one before was finished or put aside. */
  ballId: number;
}

/**
 * What knitting takes from the ball, as far as the weighings tell. The yarn that a row takes goes by its measures (see
 * `RowSums`); rows are uneven, each by itself, and the yarn's grist drifts, so that rows beside each other are off alike.
 */
export interface ConsumptionFit {
  /** The row that was weighed last. */
  row: number;
  /** One for each unevenness and drift that may be, with how likely that is (together 1). */
  cases: readonly FitCase[];
  sums: RowSums;
  about: About;
  /** How likely a last weighing as odd as this one was, 0 to 1. */
  oddness: number;
}

interface FitCase extends Spread {
  weight: number;
  /** The ball now (g), the drift now (a share of what a row takes), grams per measure. */
  mean: number[];
  covariance: number[][];
}

/** How far rows differ from one another, and how far the yarn drifts; as shares (sd) of what a row takes. */
interface Spread {
  unevenness: number;
  drift: number;
}

/**
 * Rules of thumb, before the weighings say more: rows of one hand are mostly some hundredths apart, and yarn of one ball
 * drifts by one to three hundredths over some eight grams.
 */
const UNEVENNESS = [
  { value: 0.025, weight: 0.35 },
  { value: 0.05, weight: 0.35 },
  { value: 0.1, weight: 0.3 },
];
const DRIFT = [
  { value: 0.004, weight: 0.3 },
  { value: 0.013, weight: 0.4 },
  { value: 0.025, weight: 0.3 },
];
const DRIFT_OVER_G = 8;

/** So many times what the weighings say at first: as good as not known. */
const UNKNOWN = 10;
const [BALL, DRIFTED, FIRST] = [0, 1, 2];

/**
 * Fits what rows take to the weighings of a ball after another (a Kalman filter for each spread that may be; each then counts
 * by how well it foretold the weighings).
 *
 * @param weighings in the order of their rows
 * @returns undefined while there are too few: two of one ball, three where the growth is unknown
 * @see docs/calculations.md, knitting
 * @example
 * consumptionFit([{ row: 0, massG: { mean: 98, sd: 0.3 }, ballId: 1 }, { row: 10, massG: { mean: 90, sd: 0.3 }, ballId: 1 }],
 *   { rows: 30, through: [Float64Array.from({ length: 31 }, (_, row) => row)], stitchesIn: () => null }).row // => 10
 */
export function consumptionFit(weighings: readonly RowWeighing[], sums: RowSums): ConsumptionFit | undefined {
  const steps = weighings.flatMap((weighing, i) => {
    const before = weighings[i - 1];
    return before?.ballId === weighing.ballId && weighing.row > before.row ? [{ from: before, to: weighing }] : [];
  });
  const rough = roughly(steps, sums);
  if (!rough) return undefined;
  const about = aboutOf(rough, steps, sums);
  const spreads = UNEVENNESS.flatMap((unevenness) =>
    DRIFT.map((drift) => ({
      spread: { unevenness: unevenness.value, drift: drift.value },
      weight: unevenness.weight * drift.weight,
    })),
  );
  const fitted = spreads.map(({ spread, weight }) => ({ weight, ...filtered(weighings, sums, rough, about, spread) }));
  const best = Math.max(...fitted.map(({ logLikelihood }) => logLikelihood));
  const likely = fitted.map(({ weight, logLikelihood }) => weight * Math.exp(logLikelihood - best));
  const total = likely.reduce((sum, weight) => sum + weight, 0);
  const cases = fitted.map(({ state, spread }, i) => ({ ...spread, ...state, weight: likely[i]! / total }));
  return {
    row: weighings.at(-1)!.row,
    cases,
    sums,
    about,
    oddness: fitted.reduce((sum, { lastZ }, i) => sum + cases[i]!.weight * 2 * (1 - normalCdf(Math.abs(lastZ))), 0),
  };
}

interface Step {
  from: RowWeighing;
  to: RowWeighing;
}

/** What rows take roughly, as the spreads are told by: grams, and squares of grams, of all rows up to each. */
interface About {
  throughG: Float64Array;
  squares: Float64Array;
}

/** Grams per measure by least squares over the differences; undefined where they cannot tell. */
function roughly(steps: readonly Step[], { through }: RowSums): number[] | undefined {
  if (steps.length < through.length) return undefined;
  const rows = steps.map(({ from, to }) => ({
    x: through.map((sums) => sums[to.row]! - sums[from.row]!),
    y: from.massG.mean - to.massG.mean,
    weight: 1 / (to.row - from.row),
  }));
  const sumOf = (f: (row: (typeof rows)[number]) => number) => rows.reduce((sum, row) => sum + row.weight * f(row), 0);
  if (through.length === 1) {
    const rate = sumOf(({ x, y }) => x[0]! * y) / sumOf(({ x }) => x[0]! ** 2);
    return rate > 0 ? [rate] : undefined;
  }
  const [aa, ab, bb] = [sumOf(({ x }) => x[0]! ** 2), sumOf(({ x }) => x[0]! * x[1]!), sumOf(({ x }) => x[1]! ** 2)];
  const [ay, by] = [sumOf(({ x, y }) => x[0]! * y), sumOf(({ x, y }) => x[1]! * y)];
  const determinant = aa * bb - ab ** 2;
  if (determinant <= 1e-9 * aa * bb) return undefined;
  return [(ay * bb - by * ab) / determinant, (by * aa - ay * ab) / determinant];
}

/** A row takes at least a little, whatever a line through the weighings says. */
const LEAST_SHARE = 0.05;

function aboutOf(rough: readonly number[], steps: readonly Step[], { through, rows }: RowSums): About {
  const usedG = steps.reduce((sum, { from, to }) => sum + Math.abs(from.massG.mean - to.massG.mean), 0);
  const usedRows = steps.reduce((sum, { from, to }) => sum + to.row - from.row, 0);
  const leastG = (LEAST_SHARE * usedG) / usedRows;
  const [throughG, squares] = [new Float64Array(rows + 1), new Float64Array(rows + 1)];
  for (let row = 1; row <= rows; row++) {
    const takesG = rough.reduce((sum, rate, i) => sum + rate * (through[i]![row]! - through[i]![row - 1]!), 0);
    const grams = Math.max(leastG, takesG);
    throughG[row] = throughG[row - 1]! + grams;
    squares[row] = squares[row - 1]! + grams ** 2;
  }
  return { throughG, squares };
}

/**
 * What will be left of the ball at a later row, and with so many more rows worked that are as wide as that one: an estimate
 * for each case.
 *
 * @example
 * ballAt(consumptionFit([{ row: 0, massG: { mean: 98, sd: 0.3 }, ballId: 1 }, { row: 10, massG: { mean: 90, sd: 0.3 }, ballId: 1 }],
 *   { rows: 30, through: [Float64Array.from({ length: 31 }, (_, row) => row)], stitchesIn: () => null }), 20)[0].mean.toFixed(1) // => '82.0'
 */
export function ballAt(
  { row: from, cases, sums, about }: ConsumptionFit,
  row: number,
  moreRows = 0,
): (Estimate & { weight: number })[] {
  const before = Math.max(0, row - 1);
  const rowSquare = about.squares[row]! - about.squares[before]!;
  return cases.map((each) => {
    const { takes, noise } = stretch(sums, about, each, from, row);
    const more = sums.through.map((through) => moreRows * (through[row]! - through[before]!));
    const weights = [1, ...takes.map((value, i) => -value - (more[i - 1] ?? 0))];
    const variance =
      dot(
        weights,
        each.covariance.map((line) => dot(line, weights)),
      ) +
      noise.ball +
      each.unevenness ** 2 * moreRows * rowSquare;
    return { weight: each.weight, mean: dot(weights, each.mean), sd: Math.sqrt(Math.max(0, variance)) };
  });
}

interface State {
  mean: number[];
  covariance: number[][];
}

function filtered(
  weighings: readonly RowWeighing[],
  sums: RowSums,
  rough: readonly number[],
  about: About,
  spread: Spread,
): { state: State; spread: Spread; logLikelihood: number; lastZ: number } {
  const rowG = about.throughG[weighings.at(-1)!.row]! / Math.max(1, weighings.at(-1)!.row);
  // Over all rows weighed, each measure may be off by many times what is used.
  const perMeasure = sums.through.map((through) => {
    const last = weighings.at(-1)!.row;
    return (UNKNOWN * rowG * last) / Math.max(1e-9, through[last]!);
  });
  let state: State = {
    mean: [0, 0, ...rough],
    covariance: diagonal([0, spread.drift ** 2, ...perMeasure.map((sd) => sd ** 2)]),
  };
  let logLikelihood = 0;
  let lastZ = 0;
  let before: RowWeighing | undefined;
  for (const weighing of weighings) {
    if (before?.ballId !== weighing.ballId) state = newBall(state, weighing, spread);
    else {
      state = worked(state, stretch(sums, about, spread, before.row, weighing.row));
      const variance = state.covariance[BALL]![BALL]! + weighing.massG.sd ** 2;
      const off = weighing.massG.mean - state.mean[BALL]!;
      logLikelihood -= (Math.log(variance) + off ** 2 / variance) / 2;
      lastZ = off / Math.sqrt(variance);
      state = seen(state, off, variance);
    }
    before = weighing;
  }
  return { state, spread, logLikelihood, lastZ };
}

/**
 * The same once another weighing has shown just what is likely.
 *
 * @example
 * Number(seenAgain(consumptionFit([{ row: 0, massG: { mean: 98, sd: 0.3 }, ballId: 1 }, { row: 10, massG: { mean: 90, sd: 0.3 }, ballId: 1 }],
 *   { rows: 30, through: [Float64Array.from({ length: 31 }, (_, row) => row)], stitchesIn: () => null }), 20, 0.3).cases[0].mean[0].toFixed(1)) // => 82
 */
export function seenAgain(fit: ConsumptionFit, row: number, readingSdG: number): ConsumptionFit {
  const cases = fit.cases.map((each) => {
    const state = worked(each, stretch(fit.sums, fit.about, each, fit.row, row));
    return { ...each, ...seen(state, 0, state.covariance[BALL]![BALL]! + readingSdG ** 2) };
  });
  return { ...fit, row, cases };
}

/** Another ball weighs what the scale says, and its drift is its own. */
function newBall({ mean, covariance }: State, { massG }: RowWeighing, { drift }: Spread): State {
  const own = diagonal([massG.sd ** 2, drift ** 2, ...mean.slice(FIRST).map(() => 0)]);
  return {
    mean: [massG.mean, 0, ...mean.slice(FIRST)],
    covariance: covariance.map((line, i) => line.map((value, j) => (i >= FIRST! && j >= FIRST! ? value : own[i]![j]!))),
  };
}

/** Rows are worked: what they take leaves the ball, and the yarn drifts on. */
function worked({ mean, covariance }: State, { takes, keeps, noise }: Stretch): State {
  const weights = [1, ...takes.map((each) => -each)];
  const stays = (i: number) => (i === DRIFTED ? keeps : 1);
  const withBall = covariance.map((line) => dot(line, weights));
  const moved = covariance.map((line, i) => line.map((value, j) => value * stays(i) * stays(j)));
  withBall.forEach((value, i) => (moved[BALL]![i] = moved[i]![BALL] = value * stays(i)));
  moved[BALL]![BALL] = dot(withBall, weights) + noise.ball;
  moved[DRIFTED]![DRIFTED]! += noise.drift;
  moved[BALL]![DRIFTED]! -= noise.both;
  moved[DRIFTED]![BALL]! -= noise.both;
  return { mean: mean.map((value, i) => (i === BALL ? dot(weights, mean) : value * stays(i))), covariance: moved };
}

interface Stretch {
  /** Grams for each unit of the drift and of each rate. */
  takes: number[];
  /** The share of the drift that stays. */
  keeps: number;
  /** Variances that chance adds, and what the two have in common. */
  noise: { ball: number; drift: number; both: number };
}

/**
 * What rows take, and what chance adds to it. The drift is an Ornstein-Uhlenbeck process along the grams that are used, so
 * that its sum over a stretch is exact.
 */
function stretch(
  { through }: RowSums,
  { throughG, squares }: About,
  spread: Spread,
  from: number,
  to: number,
): Stretch {
  const grams = throughG[to]! - throughG[from]!;
  const share = grams / DRIFT_OVER_G;
  const keeps = Math.exp(-share);
  const gone = -Math.expm1(-share);
  const drift = spread.drift ** 2;
  return {
    takes: [DRIFT_OVER_G * gone, ...through.map((sums) => sums[to]! - sums[from]!)],
    keeps,
    noise: {
      ball:
        spread.unevenness ** 2 * (squares[to]! - squares[from]!) +
        // 2x - 3 + 4e^-x - e^-2x, which loses its digits for a small x, where it is 2/3 x^3.
        drift * DRIFT_OVER_G ** 2 * (share < 1e-3 ? (2 / 3) * share ** 3 : 2 * share - 2 * gone - gone ** 2),
      drift: drift * gone * (1 + keeps),
      both: drift * DRIFT_OVER_G * gone ** 2,
    },
  };
}

function seen({ mean, covariance }: State, off: number, variance: number): State {
  const gain = covariance.map((line) => line[BALL]! / variance);
  return {
    mean: mean.map((value, i) => value + gain[i]! * off),
    covariance: covariance.map((line, i) => line.map((value, j) => value - gain[i]! * variance * gain[j]!)),
  };
}

const diagonal = (values: readonly number[]) => values.map((value, i) => values.map((_, j) => (i === j ? value : 0)));
const dot = (a: readonly number[], b: readonly number[]) => a.reduce((sum, value, i) => sum + value * b[i]!, 0);
