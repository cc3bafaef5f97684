import { type Estimate, product, readingSd, uniformSd } from '../common/estimate';
import { requirePositive } from '../common/require';
import type { Gauge } from '../yarn/gauge';

/** What a knitted piece is like, laid flat or cut open. */
export type FabricShape = 'rectangle' | 'trapezium' | 'tube' | 'triangle' | 'half circle' | 'circle';

/** The sides that each is measured by, in the order in which `areaCm2` takes them. */
export const SHAPE_SIDES: Record<FabricShape, readonly string[]> = {
  rectangle: ['width', 'height'],
  trapezium: ['width below', 'width above', 'height'],
  tube: ['round', 'length'],
  triangle: ['base', 'height'],
  'half circle': ['diameter'],
  circle: ['diameter'],
};

/**
 * The area of a piece of fabric.
 *
 * @param sidesCm as `SHAPE_SIDES` has them
 * @returns cm²
 * @throws InputError at `sides.N` where one is not above zero
 * @example
 * areaCm2('trapezium', [30, 50, 20]) // => 800
 * @example
 * areaCm2('triangle', [160, 60]) // => 4800
 */
export function areaCm2(shape: FabricShape, sidesCm: readonly number[]): number {
  const [a, b = 0, c = 0] = SHAPE_SIDES[shape].map((_, i) => requirePositive(sidesCm[i] ?? 0, `sides.${i}`)) as [
    number,
    number?,
    number?,
  ];
  switch (shape) {
    case 'rectangle':
    case 'tube':
      return a * b;
    case 'trapezium':
      return ((a + b) / 2) * c;
    case 'triangle':
      return (a * b) / 2;
    case 'half circle':
      return (Math.PI * a ** 2) / 8;
    case 'circle':
      return (Math.PI * a ** 2) / 4;
  }
}

/** A side of soft fabric is measured to so much, either way; what a swatch's edges weigh makes it off by so much more. */
const SIDE_WITHIN_CM = 0.3;
const SWATCH_WITHIN = 0.05;
/** A finished piece is blocked to its size about so well. */
const AREA_WITHIN = 0.04;

/**
 * What a piece takes, by a swatch of it that was weighed and measured.
 *
 * @returns grams
 * @example
 * needBySwatch(6000, { massG: 6, widthCm: 12, heightCm: 10, resolutionG: 0.1 }).mean // => 300
 */
export function needBySwatch(
  wantedCm2: number,
  { massG, widthCm, heightCm, resolutionG }: { massG: number; widthCm: number; heightCm: number; resolutionG: number },
): Estimate {
  const mean =
    (wantedCm2 * requirePositive(massG, 'massG')) /
    (requirePositive(widthCm, 'widthCm') * requirePositive(heightCm, 'heightCm'));
  const relativeSd = Math.hypot(
    readingSd(resolutionG) / massG,
    uniformSd(SIDE_WITHIN_CM) / widthCm,
    uniformSd(SIDE_WITHIN_CM) / heightCm,
    uniformSd(SWATCH_WITHIN),
    uniformSd(AREA_WITHIN),
  );
  return { mean, sd: mean * relativeSd };
}

/**
 * Stitches to the square centimetre are about 19 over the square of the yarn in one (cm), for plain knitting that was let
 * rest: textbook geometry of the knitted loop. Cables and colourwork take more, lace less.
 */
const LOOPS = 19;
const GAUGE_WITHIN = 0.15;
/** Rows to a stitch's width, where a gauge says stitches alone. */
const USUAL_ROWS = 1.35;
const ROWS_WITHIN = 0.1;

/**
 * What a piece takes, by its gauge alone: a rule of thumb for plain knitting.
 *
 * @returns metres
 * @example
 * Math.round(needByGauge(10_000, { stitchesPer10Cm: 22, rowsPer10Cm: 30 }).mean) // => 1120
 */
export function needByGauge(wantedCm2: number, gauge: Gauge): Estimate {
  const { stitchesPer10Cm, rowsPer10Cm } = gauge;
  const rows = rowsOf(gauge);
  const mean = (wantedCm2 * Math.sqrt((LOOPS * stitchesPer10Cm * rows) / 100)) / 100;
  const relativeSd = Math.hypot(
    uniformSd(GAUGE_WITHIN),
    // The rows stand under the root.
    rowsPer10Cm === null ? uniformSd(ROWS_WITHIN) / 2 : 0,
    uniformSd(AREA_WITHIN),
  );
  return { mean, sd: mean * relativeSd };
}

/**
 * What one stitch takes, by its gauge alone.
 *
 * @returns metres
 * @example
 * (1000 * metresAStitch({ stitchesPer10Cm: 22, rowsPer10Cm: 30 }).mean).toFixed(1) // => '17.0'
 */
export function metresAStitch(gauge: Gauge): Estimate {
  return product(needByGauge(100, gauge), { mean: 1 / (gauge.stitchesPer10Cm * rowsOf(gauge)), sd: 0 });
}

function rowsOf({ stitchesPer10Cm, rowsPer10Cm }: Gauge): number {
  return rowsPer10Cm ?? USUAL_ROWS * stitchesPer10Cm;
}

const ALIKE_WITHIN = 0.08;

/**
 * What a piece takes that is like an earlier one, so many times as wide and as long.
 *
 * @returns in the unit that the earlier one's amount is in
 * @example
 * needByEarlier(400, 1.25, 1.2).mean // => 600
 */
export function needByEarlier(amount: number, timesWide: number, timesLong: number): Estimate {
  const mean =
    requirePositive(amount, 'amount') *
    requirePositive(timesWide, 'timesWide') *
    requirePositive(timesLong, 'timesLong');
  return { mean, sd: mean * uniformSd(ALIKE_WITHIN) };
}
